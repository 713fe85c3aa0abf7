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

/** Rules about pictures, lights and groups, each where it speaks and where it is silent; the change that is offered mends it. */
final class MediaRulesTest extends TestCase
{
    /** @return iterable<string, array{string, list<array<string, mixed>>, list<array<string, mixed>>, string|null}> */
    public static function cases(): iterable
    {
        $encoder = static fn (float $in, float $out): array => [
            ['id' => 'e', 'name' => 'Slip', 'profile' => 'stream-encoder', 'settings' => ['input-rate' => $in, 'frame-rate' => $out]],
        ];
        $frames = 'frames-do-not-divide';
        yield 'half' => [$frames, $encoder(50, 25), [], null];
        yield 'all' => [$frames, $encoder(59.94, 59.94), [], null];
        yield 'half of what is said rounded' => [$frames, $encoder(59.94, 29.97), [], null];
        yield 'of the other family' => [$frames, $encoder(50, 30), [], 'to 25 fps'];
        yield 'nearly half' => [$frames, $encoder(60, 29.97), [], 'to 30 fps.'];
        yield 'a third' => [$frames, $encoder(50, 16.667), [], null];
        yield 'more than there are' => [$frames, $encoder(25, 50), [], 'to 25 fps.'];
        yield 'far more than there are' => [$frames, $encoder(20, 60), [], 'to 20 fps.'];

        $desks = static fn (array $one, array $other): array => [
            ['id' => 'd', 'name' => 'Desk', 'profile' => 'lighting-desk', 'settings' => $one],
            ['id' => 's', 'name' => 'Spare', 'profile' => 'lighting-desk', 'settings' => $other],
        ];
        $universe = 'universe-contested';
        yield 'by default' => [$universe, $desks([], []), [], 'universe 1 at priority 100'];
        $both = $desks(['universes' => [1, 7]], ['universes' => [7, 8]]);
        yield 'one of several' => [$universe, $both, [], 'Set the priority of Spare to 90.'];
        yield 'one in waiting' => [$universe, $desks([], ['priority' => 90]), [], null];
        yield 'universes of their own' => [$universe, $desks(['universes' => [1]], ['universes' => [2]]), [], null];
        yield 'no lower one' => [$universe, $desks(['priority' => 5], ['priority' => 5]), [], 'Set another priority on one of them.'];

        $flow = static fn (string $id, string $group): array => [
            'id' => $id, 'name' => 'Stream '.$id, 'from' => 'device:d', 'cast' => 'multicast', 'kbps' => 1, 'group' => $group,
        ];
        $taken = static fn (string $group): array => [$flow('a', '239.1.1.1'), $flow('b', $group)];
        yield 'one group for two' => [
            'group-taken',
            $desks([], []),
            $taken('239.1.1.1'),
            'Stream a and Stream b use the same multicast group',
        ];
        yield 'a group for each' => ['group-taken', $desks([], []), $taken('239.1.1.2'), null];
    }

    /**
     * @param list<array<string, mixed>> $devices
     * @param list<array<string, mixed>> $flows
     */
    #[DataProvider('cases')]
    public function testRules(string $rule, array $devices, array $flows, ?string $says): void
    {
        $plan = ['format' => 'vorhut-job', 'version' => 1, 'job' => ['name' => 'Media'], 'devices' => $devices, 'flows' => $flows];
        $job = JobFile::read(json_encode($plan, \JSON_THROW_ON_ERROR), ShippedProfiles::load());
        $found = array_values(array_filter(Check::run($job), static fn (Finding $f): bool => $f->rule === $rule));
        self::assertCount(null === $says ? 0 : 1, $found);
        FindingWords::assertRead($job, $rule);
        foreach ($found as $finding) {
            self::assertStringContainsString((string) $says, $finding->title.' '.$finding->advice);
            if (null !== $finding->change) {
                self::assertNotContains($rule, array_column(Check::run($job->with($finding->change)), 'rule'));
            }
        }
    }
}
