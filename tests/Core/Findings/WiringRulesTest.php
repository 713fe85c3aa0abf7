<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Findings;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Findings\Finding;
use Vorhut\Tests\Support\FindingWords;
use Vorhut\Tests\Support\Units;

/** Switches, cables, power and streams: what speaks, and what must not. */
final class WiringRulesTest extends TestCase
{
    private const TWO = [
        ['id' => 'x', 'ports' => [['name' => '1', 'poeClass' => 4], ['name' => '2'], ['name' => 'up']]],
        ['id' => 'y', 'ports' => [['name' => '1'], ['name' => 'up'], ['name' => 'more']]],
    ];
    private const LINK = ['id' => 'l', 'from' => 'x/up', 'to' => 'y/up'];

    /** @return iterable<string, array{string, array<string, mixed>, array<string, mixed>, string|null}> rule, plugs, more, what is said */
    public static function cases(): iterable
    {
        yield 'two on one port' => ['port-twice', ['u' => 'x/1', 'v' => 'x/1'], [], '2 devices are connected to x, port 1'];
        yield 'one on each' => ['port-twice', ['u' => 'x/1', 'v' => 'x/2'], [], null];
        $only = static fn (array $port): array => ['switches' => [['id' => 'x', 'ports' => [['name' => '1', ...$port]]]]];
        yield 'another segment' => ['port-without-segment', ['u' => 'x/1'], $only(['untagged' => 'b']), 'u is in'];
        yield 'its own' => ['port-without-segment', ['u' => 'x/1'], $only(['untagged' => 'a']), null];
        yield 'tagged' => ['port-without-segment', ['u' => 'x/1'], $only(['untagged' => 'b', 'tagged' => ['a']]), null];
        yield 'nothing is said' => ['port-without-segment', ['u' => 'x/1'], [], null];
        yield 'no link' => ['segment-apart', ['u' => 'x/1', 'v' => 'y/1'], [], 'No link connects them'];
        yield 'linked' => ['segment-apart', ['u' => 'x/1', 'v' => 'y/1'], ['links' => [self::LINK]], null];
        $closed = self::TWO;
        $closed[1]['ports'][1]['tagged'] = ['b'];
        $apart = ['links' => [self::LINK], 'switches' => $closed];
        yield 'a tag is missing' => ['segment-apart', ['u' => 'x/1', 'v' => 'y/1'], $apart, 'tagged on y, port up'];
        foreach ([100 => 'both patch cords', 101 => 'link may fail', 90 => null] as $metres => $says) {
            yield $metres.' m' => ['cable-too-long', ['u' => ['to' => 'x/1', 'metres' => $metres]], [], $says];
        }
        $long = static fn (string $medium): array => ['links' => [['metres' => 400, 'medium' => $medium] + self::LINK]];
        yield 'a long link' => ['cable-too-long', [], $long('copper'), 'from l is 400 m'];
        yield 'of fibre' => ['cable-too-long', [], $long('fibre'), null];
        yield 'an old cable' => ['power-short', ['u' => ['to' => 'x/1', 'metres' => 96, 'category' => '3']], [], '41.1 V reach'];
        yield 'a good one' => ['power-short', ['u' => ['to' => 'x/1', 'metres' => 96]], [], null];
        foreach ([20 => '1 loses power', 30 => null] as $watts => $says) {
            $few = [['id' => 'x', 'poeBudgetWatts' => $watts, 'ports' => self::TWO[0]['ports']]];
            yield $watts.' W for 19' => ['power-budget', ['u' => 'x/1'], ['switches' => $few], $says];
        }
        $flow = static fn (int $kbps): array => ['links' => [['mbps' => 10] + self::LINK], 'flows' => [
            ['id' => 'f', 'from' => 'device:u', 'to' => ['device:v'], 'kbps' => $kbps],
        ]];
        yield 'too much' => ['link-overloaded', ['u' => 'x/1', 'v' => 'y/1'], $flow(7001), '7.001 Mbit/s planned, limit 7.000 Mbit/s'];
        yield 'the smallest change' => ['link-overloaded', ['u' => 'x/1', 'v' => 'y/1'], $flow(9100), 'Send "f" with 7 Mbit/s.'];
        yield 'as much as may be' => ['link-overloaded', ['u' => 'x/1', 'v' => 'y/1'], $flow(7000), null];
        $second = ['id' => 'm', 'from' => 'y/more', 'to' => 'x/2'];
        yield 'a ring' => ['links-in-a-ring', [], ['links' => [self::LINK, $second]], 'm closes a loop'];
        yield 'a tree' => ['links-in-a-ring', [], ['links' => [self::LINK]], null];
    }

    /**
     * @param array<string, mixed> $plugs by unit
     * @param array<string, mixed> $more
     */
    #[DataProvider('cases')]
    public function testARuleSpeaksWhereItMustAndOnlyThere(string $rule, array $plugs, array $more, ?string $says): void
    {
        $this->speaks(segment: 'a', rule: $rule, plugs: $plugs, more: $more, says: $says);
    }

    /**
     * An id of digits is an integer as a key.
     *
     * @param array<string, mixed> $plugs by unit
     * @param array<string, mixed> $more
     */
    #[DataProvider('cases')]
    public function testItDoesSoForASegmentCalledByItsNumber(string $rule, array $plugs, array $more, ?string $says): void
    {
        $this->speaks(segment: '110', rule: $rule, plugs: $plugs, more: $more, says: $says);
    }

    /**
     * @param array<string, mixed> $plugs by unit
     * @param array<string, mixed> $more
     */
    private function speaks(string $segment, string $rule, array $plugs, array $more, ?string $says): void
    {
        $units = ['u' => [], 'v' => []];
        $host = 20;
        foreach ($plugs as $id => $plug) {
            $units[$id] = ['interfaces' => [['segment' => 'a', 'address' => \sprintf('10.47.1.%d/24', $host++),
                'gateway' => '10.47.1.1', 'plug' => \is_array($plug) ? $plug : ['to' => $plug]]]];
        }
        $kind = ['k' => ['supplies' => [['kind' => 'poe-plus', 'watts' => 19]]]];
        $segments = [['id' => 'a', 'subnets' => [['prefix' => '10.47.1.0/24', 'gateway' => '10.47.1.1']]], ['id' => 'b']];
        $job = Units::job($kind, $units, $more + ['switches' => self::TWO, 'segments' => $segments]);
        $job = JobFile::read(str_replace('"a"', '"'.$segment.'"', JobFile::write($job)), ShippedProfiles::load());
        $found = array_values(array_filter(Check::run($job), static fn (Finding $f): bool => $f->rule === $rule));
        self::assertCount(null === $says ? 0 : 1, $found);
        FindingWords::assertRead($job, $rule);
        foreach ($found as $finding) {
            if (null !== $finding->change) {
                $left = array_column(Check::run($job->with($finding->change)), 'rule');
                self::assertNotContains($rule, $left, 'the change that is offered mends it');
            }
            self::assertStringContainsString((string) $says, $finding->title.' '.$finding->why.' '.$finding->advice);
        }
    }
}
