<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Calc;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Calc\Calculations;
use Vorhut\Core\InvalidValue;

/** Figures that stand in the standards, or that a few lines on paper give. */
final class CalculationsTest extends TestCase
{
    /** @return iterable<string, array{string, array<string, mixed>, array<string, int|float|string|bool>}> */
    public static function figures(): iterable
    {
        // The usual tables of Erlang B: 30 channels carry 20.3 E at 1 %, 10 carry 4.46 E, 1 carries 0.0101 E.
        yield '20.3 E at 1 %' => ['erlang-b', ['traffic' => 20.3, 'loss' => 0.01], ['channels' => 30]];
        yield '20.4 E at 1 %' => ['erlang-b', ['traffic' => 20.4, 'loss' => 0.01], ['channels' => 31]];
        yield '4.46 E on 10' => ['erlang-b', ['traffic' => 4.46, 'channels' => 10], ['loss' => 0.00999]];
        yield '1 E on 1' => ['erlang-b', ['traffic' => 1, 'channels' => 1], ['loss' => 0.5]];
        // 1/2, then 1·½/(2+1·½) = 1/5.
        yield '1 E on 2' => ['erlang-b', ['traffic' => 1, 'channels' => 2], ['loss' => 0.2]];
        yield 'no channels' => ['erlang-b', ['traffic' => 3, 'channels' => 0], ['loss' => 1]];
        yield 'no calls' => ['erlang-b', ['callsPerHour' => 0, 'holdSeconds' => 90, 'channels' => 3], ['traffic' => 0, 'loss' => 0]];
        yield 'one per cent unless said' => ['erlang-b', ['callsPerHour' => 120, 'holdSeconds' => 180], ['traffic' => 6, 'channels' => 13]];
        $g711 = ['payloadBytes' => 160, 'packetsPerSecond' => 50, 'ipKbps' => 80, 'ethernetKbps' => 87.2, 'wireKbps' => 95.2];
        yield 'G.711' => ['call-rate', ['codec' => 'G.711', 'packetMs' => 20], $g711];
        yield 'its other names' => ['call-rate', ['codec' => 'pcma'], $g711];
        yield 'G.722 has the same rate' => ['call-rate', ['codec' => 'g722', 'packetMs' => 20], $g711];
        yield 'G.729 has 20 bytes in 20 ms' => [
            'call-rate',
            ['codec' => 'G.729', 'packetMs' => 20],
            ['payloadBytes' => 20, 'ipKbps' => 24, 'ethernetKbps' => 31.2],
        ];
        yield 'tag of SRTP and of a VLAN' => [
            'call-rate',
            ['codec' => 'G.711', 'packetMs' => 20, 'srtpTagBytes' => 10, 'vlan' => true],
            ['ipKbps' => 84, 'ethernetKbps' => 92.8, 'wireKbps' => 100.8],
        ];
        yield 'Opus, whole bytes' => [
            'call-rate',
            ['codec' => 'Opus', 'packetMs' => 20, 'bitrateKbps' => 24.1],
            ['payloadBytes' => 61, 'ipKbps' => 40.4],
        ];
        yield '60 ms' => ['call-rate', ['codec' => 'G.711', 'packetMs' => 60], ['payloadBytes' => 480, 'ipKbps' => 69.3333]];
        // ITU-T G.107, annex B: R 93.2 is MOS 4.41.
        yield 'nothing lost' => ['quality', ['codec' => 'G.711'], ['r' => 93.2, 'mos' => 4.40929]];
        yield '150 ms' => ['quality', ['codec' => 'G.711', 'delayMs' => 150], ['r' => 89.6]];
        yield '277.3 ms' => ['quality', ['codec' => 'G.711', 'delayMs' => 277.3], ['r' => 93.2 - 6.6552 - 11]];
        yield '1 % lost' => ['quality', ['codec' => 'G.711', 'lossPercent' => 1], ['r' => 93.2 - 95 / 5.3]];
        yield '1 % concealed' => ['quality', ['codec' => 'G.711', 'concealment' => true, 'lossPercent' => 1], ['r' => 93.2 - 95 / 26.1]];
        yield 'in bursts' => [
            'quality',
            ['codec' => 'G.711', 'concealment' => true, 'lossPercent' => 2, 'burstR' => 2],
            ['r' => 93.2 - 190 / 26.1],
        ];
        yield 'G.729A' => ['quality', ['codec' => 'G.729A', 'lossPercent' => 1], ['r' => 93.2 - 11 - 84 / 20]];
        yield 'below all' => ['quality', ['codec' => 'G.711', 'delayMs' => 2000], ['mos' => 1]];
        $fax = ['pages' => 3, 'bitsPerPage' => 288000, 'kbps' => 14.4, 'perPageSeconds' => 5, 'redundancy' => 2];
        yield 'fax' => ['fax', $fax, ['seconds' => 75, 'ipKbps' => 43.2]];
        yield 'fax with headers' => ['fax', $fax + ['packetMs' => 40, 'sessionSeconds' => 8], ['seconds' => 83, 'ipKbps' => 50]];
        yield 'mail' => ['mail-parts', ['bytes' => 10, 'limitBytes' => 16], ['parts' => 1, 'encodedBytes' => 16]];
        yield 'mail in two' => ['mail-parts', ['bytes' => 13, 'limitBytes' => 19], ['parts' => 2, 'encodedBytes' => 20]];
        yield from self::trades();
    }

    /**
     * Of video, sound, power and light.
     *
     * @return iterable<string, array{string, array<string, mixed>, array<string, int|float|string|bool>}>
     */
    private static function trades(): iterable
    {
        // IEEE 802.3, tables 33-1 and 33-11: 15.4 W in for 12.95 W out over 20 Ω from 44 V; 30 W for 25.5 W over 12.5 Ω from 50 V.
        $oldest = ['deviceWatts' => 12.95, 'metres' => 100, 'ohmsPer100m' => 20, 'pseVolts' => 44];
        yield 'class 3' => ['poe', $oldest, ['currentAmps' => 0.35, 'lossWatts' => 2.45, 'portWatts' => 15.4, 'deviceVolts' => 37]];
        $usual = ['currentAmps' => 0.6, 'lossWatts' => 4.5, 'portWatts' => 30, 'deviceVolts' => 42.5];
        yield 'class 4' => ['poe', ['deviceWatts' => 25.5, 'metres' => 100], $usual];
        yield 'no cable' => ['poe', ['deviceWatts' => 5, 'metres' => 0], ['currentAmps' => 0.1, 'lossWatts' => 0, 'deviceVolts' => 50]];
        // 1920 × 1080 × 60 × 16 bits by 16: about 125 Mbit/s.
        yield 'intra' => ['stream', ['fps' => 60, 'codec' => 'intra'], ['kbps' => 124416]];
        yield 'long groups' => ['stream', ['width' => 1280, 'height' => 720, 'fps' => 25], ['kbps' => 2304]];
        yield 'six tenths of it' => ['stream', ['width' => 1280, 'height' => 720, 'fps' => 25, 'codec' => 'H.265'], ['kbps' => 1382.4]];
        yield 'bits as said' => ['stream', ['width' => 1000, 'height' => 1000, 'fps' => 10, 'bitsPerPixel' => 0.07], ['kbps' => 700]];
        // 1360 bytes for 1316 of media, and a quarter more.
        yield 'sent again' => ['srt', ['mediaKbps' => 1316, 'rttMs' => 40], ['latencyMs' => 160, 'wireKbps' => 1700]];
        yield 'four round trips at least' => ['srt', ['mediaKbps' => 1, 'rttMs' => 40, 'lossPercent' => 3], ['latencyMs' => 160]];
        // 0.1^6 is one in a million.
        yield 'a tenth lost' => ['srt', ['mediaKbps' => 1316, 'rttMs' => 40, 'lossPercent' => 10, 'overheadPercent' => 0], [
            'latencyMs' => 240, 'wireKbps' => 1360,
        ]];
        $stages = [['samples' => 48], ['ms' => 1.25], ['samples' => 0]];
        yield 'stages' => ['audio-latency', ['rateHz' => 96000, 'stages' => $stages], ['totalMs' => 1.75]];
        yield 'no stage' => ['audio-latency', ['stages' => []], ['totalMs' => 0]];
        yield 'universe 1' => ['sacn', ['universe' => 1], ['group' => '239.255.0.1', 'port' => 5568]];
        yield 'universe 7962' => ['sacn', ['universe' => 7962], ['group' => '239.255.31.26']];
        yield 'the last universe' => ['sacn', ['universe' => 63999], ['group' => '239.255.249.255']];
        // RFC 1112: the low 23 bits behind 01-00-5E; 224.1 and 224.129 share one.
        yield 'group' => ['multicast-mac', ['group' => '239.192.50.1'], ['mac' => '01-00-5E-40-32-01']];
        yield 'its twin' => ['multicast-mac', ['group' => '224.129.1.1'], ['mac' => '01-00-5E-01-01-01']];
        yield 'battery' => ['battery', ['wattHours' => 98, 'efficiency' => 0.9, 'watts' => 14], ['hours' => 6.3]];
        yield 'heat' => ['heat', ['watts' => 1000], ['btuPerHour' => 3412]];
        $fits = [['start' => 1, 'footprint' => 12], ['start' => 13, 'footprint' => 500, 'unitLoads' => 0.25]];
        yield 'a full universe' => ['dmx', ['fixtures' => $fits, 'metres' => 300], [
            'used' => 512, 'overlaps' => 0, 'overruns' => 0, 'unitLoads' => 1.25, 'ok' => true,
        ]];
        $shared = [['start' => 1, 'footprint' => 12], ['start' => 12, 'footprint' => 4], ['start' => 510, 'footprint' => 4]];
        yield 'one shared, one beyond' => ['dmx', ['fixtures' => $shared], ['used' => 18, 'overlaps' => 1, 'overruns' => 1, 'ok' => false]];
        yield 'too long' => ['dmx', ['fixtures' => [], 'metres' => 301], ['used' => 0, 'ok' => false]];
        yield 'too many receivers' => ['dmx', ['fixtures' => array_fill(0, 33, ['start' => 1])], ['unitLoads' => 33, 'ok' => false]];
    }

    /**
     * @param array<string, mixed> $given
     * @param array<string, int|float|string|bool> $figures
     */
    #[DataProvider('figures')]
    public function testFiguresAreThoseOfTheStandards(string $name, array $given, array $figures): void
    {
        $answer = Calculations::answer(Calculations::named($name), $given);
        foreach ($figures as $key => $figure) {
            \is_float($figure) || \is_int($figure)
                ? self::assertEqualsWithDelta($figure, $answer[$key], 0.0001, $key)
                : self::assertSame($figure, $answer[$key], $key);
        }
        self::assertSame(array_keys(Calculations::named($name)->about()->outputs), array_keys($answer));
    }

    /** @param array<string, mixed> $given */
    #[TestWith(['erlang-b', [], 'callsPerHour'])]
    #[TestWith(['erlang-b', ['traffic' => 3, 'callsPerHour' => 4], 'either'])]
    #[TestWith(['erlang-b', ['traffic' => 3, 'holdSeconds' => 4], 'either'])]
    #[TestWith(['erlang-b', ['traffic' => 3, 'channels' => 4, 'loss' => 0.1], 'either'])]
    #[TestWith(['erlang-b', ['traffic' => 3, 'loss' => 0], 'number from'])]
    #[TestWith(['erlang-b', ['trafic' => 3], 'Did you mean "traffic"'])]
    #[TestWith(['call-rate', ['packetMs' => 5], '10 to 60'])]
    #[TestWith(['call-rate', ['codec' => 'G.729', 'packetMs' => 25], 'multiple of 10'])]
    #[TestWith(['call-rate', ['codec' => 'Opus'], 'bitrateKbps'])]
    #[TestWith(['call-rate', ['codec' => 'G.711', 'bitrateKbps' => 64], 'only with Opus'])]
    #[TestWith(['call-rate', ['srtpTagBytes' => 8], '0, 4 or 10'])]
    #[TestWith(['call-rate', ['vlan' => 1], 'true or false'])]
    #[TestWith(['quality', ['codec' => 'Opus'], 'no values'])]
    #[TestWith(['quality', ['codec' => 'G.729'], 'annex A'])]
    #[TestWith(['fax', ['pages' => 1.5], 'whole number'])]
    #[TestWith(['mail-parts', ['bytes' => 10], 'limitBytes'])]
    #[TestWith(['poe', ['deviceWatts' => 60, 'metres' => 100], 'can carry'])]
    #[TestWith(['audio-latency', ['stages' => [['samples' => 1, 'ms' => 1]]], 'either'])]
    #[TestWith(['audio-latency', ['stages' => [[]]], 'samples or ms'])]
    #[TestWith(['audio-latency', ['stages' => 5], 'a list of objects with samples, ms'])]
    #[TestWith(['audio-latency', ['stages' => [7]], 'a list of objects with samples, ms'])]
    #[TestWith(['sacn', ['universe' => 64000], '1 to 63999'])]
    #[TestWith(['multicast-mac', ['group' => '10.1.2.3'], '224.0.0.0 to 239.255.255.255'])]
    #[TestWith(['multicast-mac', ['group' => 'x'], 'a text'])]
    #[TestWith(['dmx', ['fixtures' => [['start' => 0]]], '1 to 512'])]
    #[TestWith(['dmx', ['fixtures' => [['strat' => 1]]], 'Did you mean "start"'])]
    #[TestWith(['stream', ['codec' => 'none'], 'H.264, H.265, intra'])]
    public function testWhatDoesNotGoTogetherIsRefused(string $name, array $given, string $says): void
    {
        $this->expectException(InvalidValue::class);
        $this->expectExceptionMessageMatches('/'.preg_quote($says, '/').'/');
        Calculations::answer(Calculations::named($name), $given);
    }

    public function testChannelsAreTheFewestThatWillDo(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(5));
        $calculation = Calculations::named('erlang-b');
        for ($i = 0; $i < 200; ++$i) {
            $traffic = $random->getInt(1, 4000) / 10;
            $loss = $random->getInt(1, 500) / 1000;
            $channels = Calculations::answer($calculation, ['traffic' => $traffic, 'loss' => $loss])['channels'];
            self::assertIsInt($channels);
            foreach ([[$channels, true], [$channels - 1, false]] as [$count, $does]) {
                // Straight from the definition: A^n/n! over the sum of all before it.
                $term = $sum = 1.0;
                for ($n = 1; $n <= $count; ++$n) {
                    $sum += $term *= $traffic / $n;
                }
                self::assertSame($does, $term / $sum <= $loss + 1e-12, $traffic.' '.$count);
            }
        }
    }
}
