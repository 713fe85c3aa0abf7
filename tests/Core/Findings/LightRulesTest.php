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

/** Rules about fixtures on their slots, each where it speaks and where it is silent; the change that is offered mends it. */
final class LightRulesTest extends TestCase
{
    /** @return iterable<string, array{string, list<mixed>, string|null}> */
    public static function cases(): iterable
    {
        $on = static fn (string $id, int $start, int $footprint, array $more = []): array => [
            'id' => $id, 'name' => strtoupper($id), 'start' => $start, 'footprint' => $footprint, ...$more,
        ];
        $shared = 'slots-shared';
        yield 'beside each other' => [$shared, [$on('a', 1, 8), $on('b', 9, 8)], null];
        yield 'one slot too near' => [
            $shared,
            [$on('a', 1, 9), $on('b', 9, 8)],
            'A has slots 1 to 9, B has slots 9 to 16. Set the start address of B to 17.',
        ];
        yield 'in whatever order they come' => [$shared, [$on('b', 9, 8), $on('a', 1, 9)], 'A and B overlap in universe 1'];
        yield 'in another universe' => [$shared, [$on('a', 1, 9), $on('b', 9, 8, ['universe' => 2])], null];
        yield 'meant to do the same' => [$shared, [$on('a', 1, 9), $on('b', 1, 9)], null];
        yield 'no room left' => [$shared, [$on('a', 1, 400), $on('b', 300, 200)], 'Move one of them to another universe.'];

        $beyond = 'beyond-last-slot';
        yield 'up to the last' => [$beyond, [$on('a', 505, 8)], null];
        yield 'one beyond' => [
            $beyond,
            [$on('a', 506, 8), $on('b', 1, 3)],
            'Start address 506, footprint 8 slots. Set the start address of A to 4.',
        ];

        $loaded = 'run-too-loaded';
        $many = static fn (int $count, array $more): array => array_map(
            static fn (int $n): array => $on('f-'.$n, $n, 1, $more),
            range(1, $count),
        );
        yield 'as many as a run drives' => [$loaded, $many(32, ['node' => 'n']), null];
        yield 'one more' => [$loaded, $many(33, ['node' => 'n']), 'Universe 1 from Node has 33 unit loads'];
        yield 'lighter ones' => [$loaded, $many(128, ['node' => 'n', 'unitLoads' => 0.25]), null];
        yield 'on two runs' => [$loaded, [...$many(32, ['node' => 'n']), $on('x', 100, 1)], null];
    }

    /** @param list<mixed> $fixtures */
    #[DataProvider('cases')]
    public function testRules(string $rule, array $fixtures, ?string $says): void
    {
        $node = ['id' => 'n', 'name' => 'Node', 'profile' => 'lighting-node'];
        $plan = ['format' => 'vorhut-job', 'version' => 1, 'job' => ['name' => 'Light'], 'devices' => [$node], 'fixtures' => $fixtures];
        $job = JobFile::read(json_encode($plan, \JSON_THROW_ON_ERROR), ShippedProfiles::load());
        $found = array_values(array_filter(Check::run($job), static fn (Finding $f): bool => $f->rule === $rule));
        self::assertCount(null === $says ? 0 : 1, $found);
        FindingWords::assertRead($job, $rule);
        foreach ($found as $finding) {
            self::assertStringContainsString((string) $says, $finding->title.' '.$finding->why.' '.$finding->advice);
            if (null !== $finding->change) {
                self::assertNotContains($rule, array_column(Check::run($job->with($finding->change)), 'rule'));
            }
        }
    }
}
