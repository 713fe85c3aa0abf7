<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Findings;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Findings\Finding;
use Vorhut\Tests\Support\FindingWords;
use Vorhut\Tests\Support\Units;

/** Each rule about values, pairings, licences and kinds: once where it must speak, once where it must be silent. */
final class ValueFindingsTest extends TestCase
{
    private const LEVEL = ['settings' => [['id' => 'level', 'type' => 'whole', 'max' => 9, 'not' => ['7']]]];

    /** @return iterable<string, array{string, array<string, mixed>, array<string, mixed>, array<string, mixed>, bool}> */
    public static function cases(): iterable
    {
        $k = ['k' => self::LEVEL];
        $level = static fn (mixed $value, array $more = []): array => ['unit' => ['settings' => ['level' => $value], ...$more]];
        yield 'open' => ['value-open', $k, ['unit' => []], [], true];
        yield 'said' => ['value-open', $k, $level(3), [], false];
        $optional = ['k' => ['settings' => [['id' => 'level', 'optional' => true]]]];
        yield 'may stay open' => ['value-open', $optional, ['unit' => []], [], false];
        yield 'reserved' => ['value-refused', $k, $level(7), [], true];
        yield 'too large' => ['value-refused', $k, $level(10), [], true];
        yield 'allowed' => ['value-refused', $k, $level(9), [], false];
        $rule = ['rules' => [['id' => 'r', 'setting' => 'level', 'value' => 5, 'profile' => 'k']]];
        yield 'against the rule' => ['value-against-rule', $k, $level(3), $rule, true];
        yield 'as the rule says' => ['value-against-rule', $k, $level(5), $rule, false];
        yield 'with a reason' => ['value-against-rule', $k, $level(3, ['reasons' => ['level' => 'Old amplifier']]), $rule, false];
        $answer = ['answers' => [['id' => 'a', 'setting' => 'level', 'value' => 4]]];
        yield 'against the answer' => ['value-against-rule', $k, $level(3), $answer, true];
        $number = ['k' => ['settings' => [['id' => 'number', 'type' => 'whole', 'free' => 'kind', 'optional' => true]]]];
        $two = static fn (int $a, int $b): array => [
            'a' => ['settings' => ['number' => $a]],
            'b' => ['settings' => ['number' => $b]],
        ];
        yield 'a number twice' => ['number-taken', $number, $two(4, 4), [], true];
        yield 'two numbers' => ['number-taken', $number, $two(4, 5), [], false];
        yield from self::pairings();
        yield from self::units();
        yield from self::licences();
    }

    /** @return iterable<string, array{string, array<string, mixed>, array<string, mixed>, array<string, mixed>, bool}> */
    private static function pairings(): iterable
    {
        $tied = static fn (array $tie, array $more = []): array => [
            'k' => [...self::LEVEL, 'couplings' => [['id' => 'c', 'ties' => [['name' => 'Level', ...$tie]], ...$more]]],
        ];
        $pair = ['pairings' => [['id' => 'p', 'coupling' => 'c', 'from' => 'a', 'to' => 'b', 'toPort' => 's']]];
        $levels = static fn (int $a, int $b): array => [
            'a' => ['settings' => ['level' => $a]],
            'b' => ['settings' => ['level' => $b]],
        ];
        $equal = ['mine' => 'level', 'theirs' => 'level'];
        yield 'broken' => ['pairing-broken', $tied($equal), $levels(1, 2), $pair, true];
        yield 'agreed' => ['pairing-broken', $tied($equal), $levels(2, 2), $pair, false];
        $firmware = static fn (string $b): array => ['a' => ['firmware' => '4.4.1'], 'b' => ['firmware' => $b]];
        yield 'mixed firmware' => ['firmware-mixed', $tied(['relation' => 'same-firmware']), $firmware('4.2.1'), $pair, true];
        yield 'one family' => ['firmware-mixed', $tied(['relation' => 'same-firmware']), $firmware('4.4.7'), $pair, false];
        $modules = [
            'slots' => [['id' => 'slot-1'], ['id' => 'slot-2']],
            'modules' => [['id' => 'line']],
            'ports' => [['id' => 's', 'kind' => 'phone-line', 'slot' => 'slot-1']],
            'couplings' => [['id' => 'c', 'module' => 'line']],
        ];
        $fitted = static fn (string $slot): array => ['a' => [], 'b' => ['modules' => [['slot' => $slot, 'module' => 'line']]]];
        yield 'no module' => ['module-missing', ['k' => $modules], ['a' => [], 'b' => []], $pair, true];
        yield 'in the other slot' => ['module-missing', ['k' => $modules], $fitted('slot-2'), $pair, true];
        yield 'in its slot' => ['module-missing', ['k' => $modules], $fitted('slot-1'), $pair, false];
        $room = static fn (int $count): array => ['k' => [
            'couplings' => [['id' => 'c']],
            'capacities' => [['id' => 'inputs', 'count' => $count, 'coupling' => 'c']],
            'licences' => [['id' => 'more', 'capacity' => 'inputs']],
        ]];
        yield 'one too many' => ['capacity-exceeded', $room(0), ['a' => [], 'b' => []], $pair, true];
        yield 'as many as there are' => ['capacity-exceeded', $room(1), ['a' => [], 'b' => []], $pair, false];
        $more = $pair + ['licences' => [
            ['id' => 'l', 'device' => 'a', 'kind' => 'more'],
            ['id' => 'm', 'device' => 'b', 'kind' => 'more'],
        ]];
        yield 'with a licence' => ['capacity-exceeded', $room(0), ['a' => [], 'b' => []], $more, false];
    }

    /** @return iterable<string, array{string, array<string, mixed>, array<string, mixed>, array<string, mixed>, bool}> */
    private static function units(): iterable
    {
        $feature = ['k' => ['firmwareMinima' => [['feature' => 'roaming', 'atLeast' => '3.10']]]];
        yield 'too old' => ['firmware-old', $feature, ['unit' => ['firmware' => '3.9']], [], true];
        yield 'new enough' => ['firmware-old', $feature, ['unit' => ['firmware' => '3.10']], [], false];
        $login = static fn (string $scheme): array => ['k' => ['entrances' => [['way' => 'page', 'scheme' => $scheme]]]];
        yield 'as shipped' => ['default-password', $login('default-pair'), ['unit' => ['password' => 'as-shipped']], [], true];
        yield 'not recorded' => ['default-password', $login('serial'), ['unit' => ['stage' => 'set-up']], [], true];
        yield 'not that far' => ['default-password', $login('serial'), ['unit' => ['stage' => 'addressed']], [], false];
        yield 'changed' => ['default-password', $login('serial'), ['unit' => ['stage' => 'as-left', 'password' => 'changed']], [], false];
        yield 'none is asked' => ['default-password', $login('none'), ['unit' => ['stage' => 'as-left']], [], false];
        $secret = ['k' => ['settings' => [['id' => 'pass', 'secret' => true]], 'couplings' => [['id' => 'c']]]];
        $both = ['a' => ['settings' => ['pass' => 'secret:one']], 'b' => ['settings' => ['pass' => 'secret:one']]];
        yield 'one secret for two' => ['secret-reused', $secret, $both, [], true];
        $pair = ['pairings' => [['id' => 'p', 'coupling' => 'c', 'from' => 'a', 'to' => 'b']]];
        yield 'as paired' => ['secret-reused', $secret, $both, $pair, false];
        yield 'as chosen' => ['secret-reused', $secret, $both, ['job' => ['schools' => ['passwords' => 'per-kind']]], false];
        $zone = ['k' => ['settings' => [['id' => 'zone', 'type' => 'timezone', 'computed' => '{@timezone}']]]];
        yield 'another zone' => ['timezone-differs', $zone, ['unit' => ['settings' => ['zone' => 'UTC']]], [], true];
        yield 'the zone here' => ['timezone-differs', $zone, ['unit' => ['settings' => ['zone' => 'Europe/Oslo']]], [], false];
        $clock = ['k' => ['settings' => [['id' => 'ntp', 'type' => 'host', 'computed' => '{@ntp-1}']]]];
        $port = ['segment' => 'a', 'address' => '10.47.1.9/24', 'listens' => ['udp/123']];
        $server = ['interfaces' => [$port], 'profile' => 'generic-host'];
        yield 'no time server' => ['time-unreachable', $clock, ['unit' => []], [], true];
        yield 'one that answers' => ['time-unreachable', $clock, ['unit' => [], 'clock' => $server], [], false];
        $fed = ['k' => ['supplies' => [['kind' => 'poe'], ['kind' => 'adapter']]]];
        yield 'fed wrongly' => ['supply-wrong', $fed, ['unit' => ['supply' => 'mains']], [], true];
        yield 'fed well' => ['supply-wrong', $fed, ['unit' => ['supply' => 'adapter']], [], false];
        $warm = static fn (int $hall): array => ['locations' => [
            ['id' => 'site', 'celsius' => 60],
            ['id' => 'hall', 'within' => 'site', 'celsius' => $hall],
        ]];
        yield 'too warm' => ['ambient-limit', ['k' => ['maxCelsius' => 40]], ['unit' => []], $warm(41), true];
        yield 'warm enough' => ['ambient-limit', ['k' => ['maxCelsius' => 40]], ['unit' => []], $warm(40), false];
    }

    /** What is missing is ordered as it is sold. */
    public function testMissingLicencesAreOrderedInSteps(): void
    {
        $kind = ['k' => [
            'couplings' => [['id' => 'c']],
            'capacities' => [['id' => 'inputs', 'count' => 0, 'coupling' => 'c']],
            'licences' => [['id' => 'more', 'name' => 'Further inputs', 'capacity' => 'inputs', 'steps' => 8]],
        ]];
        $pair = ['pairings' => [['id' => 'p', 'coupling' => 'c', 'from' => 'a', 'to' => 'b']]];
        $found = Check::run(Units::job($kind, ['a' => [], 'b' => []], $pair));
        $advice = array_values(array_filter($found, static fn (Finding $f): bool => 'capacity-exceeded' === $f->rule))[0]->advice ?? '';
        self::assertSame('Order 8 more (Further inputs, sold in steps of 8), or plan fewer.', $advice);
    }

    /** @return iterable<string, array{string, array<string, mixed>, array<string, mixed>, array<string, mixed>, bool}> */
    private static function licences(): iterable
    {
        $kind = ['k' => ['licences' => [['id' => 'key', 'tiedTo' => 'serial', 'unlocks' => true]]]];
        $of = static fn (array $licence): array => ['licences' => [['id' => 'l', 'device' => 'unit', 'kind' => 'key', ...$licence]]];
        foreach (['2026-11-25' => true, '2026-11-26' => true, '2026-12-03' => true, '2026-12-04' => false] as $until => $speaks) {
            yield 'until '.$until => ['unlock-ending', $kind, ['unit' => []], $of(['until' => $until]), $speaks];
        }
        $unit = static fn (string $stage): array => ['unit' => ['serial' => 'S1', 'stage' => $stage]];
        yield 'for another' => ['licence-misfit', $kind, $unit('planned'), $of(['serial' => 'S2']), true];
        yield 'for this one' => ['licence-misfit', $kind, $unit('planned'), $of(['serial' => 'S1']), false];
        yield 'never applied' => ['licence-misfit', $kind, $unit('set-up'), $of(['state' => 'received']), true];
        yield 'applied' => ['licence-misfit', $kind, $unit('set-up'), $of(['state' => 'applied']), false];
        $tens = ['k' => ['licences' => [['id' => 'key', 'steps' => 10]]]];
        yield 'between two steps' => ['licence-misfit', $tens, $unit('planned'), $of(['count' => 15]), true];
        yield 'in whole steps' => ['licence-misfit', $tens, $unit('planned'), $of(['count' => 20]), false];
    }

    /**
     * @param array<string, mixed> $kinds
     * @param array<string, mixed> $units
     * @param array<string, mixed> $more
     */
    #[DataProvider('cases')]
    public function testARuleSpeaksWhereItMustAndOnlyThere(string $rule, array $kinds, array $units, array $more, bool $speaks): void
    {
        $job = Units::job($kinds, $units, $more);
        $today = new \DateTimeImmutable('2026-11-26 15:00', new \DateTimeZone('Europe/Oslo'));
        $found = array_filter(Check::run($job, null, $today), static fn (Finding $f): bool => $f->rule === $rule);
        FindingWords::assertRead($job, $rule, $today);
        self::assertSame($speaks, [] !== $found, implode(', ', array_column($found, 'title')));
        foreach ($found as $finding) {
            self::assertNotSame([], $finding->devices);
            if (null !== $finding->change) {
                $left = array_column(Check::run($job->with($finding->change), null, $today), 'rule');
                self::assertNotContains($rule, $left, 'the change that is offered mends it');
            }
        }
    }
}
