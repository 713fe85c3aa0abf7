<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Findings;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What leaves a site, over an uplink that was measured, and what cameras show. */
final class StreamRulesTest extends TestCase
{
    use RuleCase;

    /** @return iterable<string, array{string, array<string, mixed>, string|null}> */
    public static function cases(): iterable
    {
        $plan = static fn (array $settings, array $uplink = [], array $receiver = []): array => [
            'segments' => [
                ['id' => 'slip', 'subnets' => [['prefix' => '10.0.1.0/24', 'gateway' => '10.0.1.1']]],
                ['id' => 'far', 'subnets' => [['prefix' => '10.0.2.0/24']]],
            ],
            'routers' => [['id' => 'r', 'interfaces' => [
                ['segment' => 'slip', 'address' => '10.0.1.1/24'], ['segment' => 'far', 'address' => '10.0.2.1/24'],
            ]]],
            'uplinks' => [['id' => 'u', 'name' => 'Mobile', 'router' => 'r', 'segment' => 'far', ...$uplink]],
            'devices' => [
                [
                    'id' => 'e', 'name' => 'Encoder', 'profile' => 'stream-encoder', 'settings' => (object) $settings,
                    'interfaces' => [['name' => 'lan', 'segment' => 'slip', 'address' => '10.0.1.5/24', 'gateway' => '10.0.1.1']],
                ],
                [
                    'id' => 's', 'name' => 'Receiver', 'profile' => 'stream-receiver', 'settings' => (object) $receiver,
                    'interfaces' => [['name' => 'lan', 'segment' => 'far', 'address' => '10.0.2.5/24', 'gateway' => '10.0.2.1']],
                ],
            ],
            'pairings' => [['id' => 'p', 'coupling' => 'feeds', 'from' => 'e', 'to' => 's']],
        ];
        // (4000 + 128) × 1360 / 1316 × 1.25 = 5332.5 kbit/s.
        $thin = 'uplink-too-thin';
        yield 'it fits' => [$thin, $plan([], ['measuredKbps' => 8890, 'headroomPercent' => 40]), null];
        yield 'a little too thin' => [
            $thin,
            $plan([], ['measuredKbps' => 8880, 'headroomPercent' => 40]),
            'Set the bit rate of Encoder to 3.9 Mbit/s',
        ];
        yield 'far too thin' => [$thin, $plan([], ['measuredKbps' => 300]), 'Send fewer streams over it'];
        yield 'nobody has measured' => [$thin, $plan([]), null];
        yield 'nothing is sent again' => [$thin, $plan(['protocol' => 'rtp'], ['measuredKbps' => 7200]), null];
        yield 'less is sent again' => [$thin, $plan(['overhead' => 5], ['measuredKbps' => 7500]), null];

        $flow = ['flows' => [['id' => 'f', 'from' => 'device:cam', 'to' => ['address:198.51.100.7'], 'kbps' => 6500]]];
        yield 'a stream to an address outside is in the sum' => [$thin, self::outside($flow), '6.5 Mbit/s planned'];
        yield 'and is traced' => ['stream-not-traced', self::outside($flow), null];
        yield 'one to the internet is in the sum' => [$thin, self::internet(self::outside($flow)), '6.5 Mbit/s planned'];
        yield 'and is traced to it' => ['stream-not-traced', self::internet(self::outside($flow)), null];
        yield 'to the internet, by no measured uplink' => [
            'stream-not-traced', self::internet(self::outside($flow, ['router' => 'r', 'segment' => 'slip'])), 'as far as Provider',
        ];
        yield 'nobody of the plan is its upstream router' => ['gateway-unserved', self::internet(self::outside([]), []), 'No router has'];
        yield 'its upstream router is not of the plan' => ['gateway-unserved', self::internet(self::outside([])), null];
        $elsewhere = self::outside($flow, ['router' => 'r', 'segment' => 'slip']);
        yield 'by no measured uplink' => ['stream-not-traced', $elsewhere, 'stream from Camera to 198.51.100.7'];
        $push = ['devices' => [[
            'id' => 'e', 'name' => 'Encoder', 'profile' => 'stream-encoder',
            'settings' => ['push-url' => 'srt://198.51.100.9:9000?passphrase=0123456789'],
            'interfaces' => [['name' => 'lan', 'segment' => 'slip', 'address' => '10.0.1.5/24', 'gateway' => '10.0.1.1']],
        ]]];
        yield 'what is pushed outside is in the sum' => [$thin, self::outside($push, ['measuredKbps' => 300]), 'Mbit/s'];
        $lost = self::outside($push, ['router' => 'edge', 'segment' => 'house']);
        yield 'what is pushed and not traced names the host alone' => [
            'stream-not-traced',
            $lost,
            'stream from Encoder to 198.51.100.9 crosses',
        ];
        $two = ['flows' => [['id' => 'f', 'name' => 'Programme', 'from' => 'device:e', 'to' => ['device:s'], 'kbps' => 12000]]] + $plan([]);
        yield 'two rates for one stream' => ['rate-of-another', $two, 'Programme is planned with 12.0 Mbit/s'];
        yield 'about the same rate' => ['rate-of-another', ['flows' => [['kbps' => 5000] + $two['flows'][0]]] + $plan([]), null];

        $late = 'latency-too-short';
        yield 'four round trips' => [$late, $plan(['latency' => 800], ['rttMs' => 200]), null];
        yield 'less than four' => [$late, $plan(['latency' => 790], ['rttMs' => 200]), 'Set the latency to 800 ms at both ends.'];
        yield 'much is lost' => [$late, $plan(['latency' => 800], ['rttMs' => 150, 'lossPercent' => 10]), '900 ms are needed'];
        yield 'nothing waits' => [$late, $plan(['protocol' => 'rtp'], ['rttMs' => 2000]), null];
        yield 'longer than the receiver waits' => [
            $late,
            $plan(['latency' => 800], ['rttMs' => 400]),
            'Set the latency to 1600 ms at both ends.',
        ];

        $keys = 'key-frames-between';
        yield 'whole frames' => [$keys, $plan(['key-interval' => 2, 'frame-rate' => 25]), null];
        yield 'broadcast frames' => [$keys, $plan(['key-interval' => 2, 'frame-rate' => 29.97]), null];
        yield 'half a frame' => [$keys, $plan(['key-interval' => 2, 'frame-rate' => 12.25]), 'is 24.5 frames'];

        yield 'a rate that varies on an uplink' => ['rate-varies', $plan(['rate-mode' => 'variable']), 'to CBR.'];
        yield 'a rate that does not' => ['rate-varies', $plan([]), null];
        yield 'one that varies at home' => ['rate-varies', ['uplinks' => []] + $plan(['rate-mode' => 'variable']), null];

        $battery = 'battery-too-small';
        yield 'it lasts' => [$battery, $plan(['battery' => 98, 'run-hours' => 5.9]), null];
        yield 'it does not' => [$battery, $plan(['battery' => 98, 'run-hours' => 6]), 'at least 99 Wh'];
        yield 'no battery' => [$battery, $plan(['run-hours' => 6]), null];

        $read = static fn (array ...$readings): array => [
            'readings' => array_map(
                static fn (array $r, int|string $n): array => ['id' => 'r'.$n, 'device' => 'e', ...$r],
                $readings,
                array_keys($readings),
            ),
        ] + $plan([]);
        $off = 'measured-off-plan';
        $rate = static fn (float $value, string $at = '2027-01-01 10:00'): array => ['what' => 'rate', 'value' => $value, 'at' => $at];
        yield 'within its nature' => [$off, $read($rate(4747)), null];
        yield 'above it' => [$off, $read($rate(4748)), 'Check its bit rate'];
        yield 'below it' => [$off, $read($rate(3508)), 'congested uplink'];
        yield 'mended since' => [$off, $read($rate(3000), $rate(4128, '2027-01-01 11:00')), null];
        $warm = static fn (float $value): array => ['what' => 'temperature', 'value' => $value];
        yield 'as warm as it may be' => ['too-warm-inside', $read($warm(45)), null];
        yield 'warmer once' => ['too-warm-inside', $read($warm(46), $warm(30)), 'measured 46 °C inside; it is rated to 45 °C'];

        $typed = static fn (string $url): array => $plan(['push-url' => $url]);
        $push = 'push-address-wrong';
        yield 'right in each part' => [$push, $typed('srt://198.51.100.7:9710?mode=caller&latency=800'), null];
        yield 'no port' => [$push, $typed('srt://198.51.100.7?mode=caller'), 'a port from 1 to 65535'];
        yield 'no such mode' => [$push, $typed('srt://198.51.100.7:9710?mode=call'), 'one of caller, listener, rendezvous'];
        yield 'a passphrase too short' => [$push, $typed('srt://198.51.100.7:9710?passphrase=short'), '10 to 79 characters'];

        $cameras = static fn (array ...$settings): array => [
            'devices' => [
                ['id' => 's', 'name' => 'Mixer', 'profile' => 'camera-station'],
                ...array_map(
                    static fn (array $s, int|string $n): array => [
                        'id' => 'c'.$n, 'name' => 'Cam '.$n, 'profile' => 'ptz-camera-rotary', 'settings' => (object) $s,
                    ],
                    $settings,
                    array_keys($settings),
                ),
            ],
            'pairings' => array_map(static fn (int|string $n): array => [
                'id' => 'p'.$n, 'coupling' => 'seen-by', 'from' => 'c'.$n, 'to' => 's',
            ], array_keys($settings)),
        ];
        $dial = 'dial-against-page';
        yield 'dial and page agree' => [$dial, $cameras(['format' => '8', 'page-format' => '1080p50']), null];
        yield 'dial wins' => [$dial, $cameras(['format' => '0', 'page-format' => '1080p50']), 'set to 1080p59.94, its web page to 1080p50'];
        yield 'where the page decides' => [$dial, $cameras(['format' => 'F', 'page-format' => '720p60']), null];
        $two = 'frames-of-two-families';
        yield 'of one family' => [$two, $cameras(['format' => '8'], ['format' => '9'], ['format' => 'A']), null];
        yield 'of two' => [$two, $cameras(['format' => '8'], ['format' => '9'], ['format' => '1']), 'Cam 2: 60 Hz; all others: 50 Hz'];
    }

    /** @param array<string, mixed> $plan */
    #[DataProvider('cases')]
    public function testRules(string $rule, array $plan, ?string $says): void
    {
        self::assertRule($rule, $plan, $says);
    }

    /**
     * The same where it is said what lies beyond.
     *
     * @param array<string, mixed> $job
     * @param array<string, mixed> $external
     *
     * @return array<string, mixed>
     */
    private static function internet(array $job, array $external = ['kind' => 'internet']): array
    {
        $out = ['id' => 'out', 'name' => 'Provider', 'external' => $external, 'subnets' => [
            ['prefix' => '203.0.113.0/29', 'gateway' => '203.0.113.1'],
        ]];

        return ['segments' => array_replace((array) $job['segments'], [2 => $out])] + $job;
    }

    /**
     * A site whose uplink leads to a router that nobody of the plan is.
     *
     * @param array<string, mixed> $more
     * @param array<string, mixed> $uplink
     *
     * @return array<string, mixed>
     */
    private static function outside(array $more, array $uplink = ['measuredKbps' => 9000]): array
    {
        return $more + [
            'segments' => [
                ['id' => 'slip', 'subnets' => [['prefix' => '10.0.1.0/24', 'gateway' => '10.0.1.1']]],
                ['id' => 'house', 'subnets' => [['prefix' => '10.0.3.0/24']]],
                ['id' => 'out', 'name' => 'Provider', 'subnets' => [['prefix' => '203.0.113.0/29']]],
            ],
            'routers' => [
                ['id' => 'r', 'interfaces' => [['segment' => 'slip', 'address' => '10.0.1.1/24'],
                    ['segment' => 'house', 'address' => '10.0.3.1/24']],
                    'routes' => [['to' => '0.0.0.0/0', 'via' => '10.0.3.2']]],
                ['id' => 'edge', 'interfaces' => [['segment' => 'house', 'address' => '10.0.3.2/24'],
                    ['segment' => 'out', 'address' => '203.0.113.2/29']], 'routes' => [['to' => '0.0.0.0/0', 'via' => '203.0.113.1']]],
            ],
            'uplinks' => [['id' => 'u', 'name' => 'Line', 'router' => 'edge', 'segment' => 'out', ...$uplink]],
            'devices' => [[
                'id' => 'cam', 'name' => 'Camera', 'profile' => 'generic-host',
                'interfaces' => [['name' => 'lan', 'segment' => 'slip', 'address' => '10.0.1.6/24', 'gateway' => '10.0.1.1']],
            ]],
        ];
    }
}
