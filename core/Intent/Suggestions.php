<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Classes;
use Vorhut\Core\Isolation;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Reach\Node\Network;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\RecordType;

/** Intents that are usual for a job like this and not planned yet. */
final class Suggestions
{
    /**
     * @param int $max of them
     *
     * @return list<array<string, mixed>> records of intents, without ids
     */
    public static function open(Job $job, Network $network, int $max): array
    {
        $parties = new PartyExpansion($job, $network);
        $each = [];
        foreach (Classes::in(__DIR__.'/Suggestion', __NAMESPACE__.'\Suggestion', SuggestedIntent::class) as $class) {
            $unsaid = static fn (): array => self::unsaid($job, $parties, (new $class())->suggestions($job), $max);
            $each[] = Isolation::run('What is usual by '.$class, $unsaid) ?? [];
        }
        // None of the sorts crowds out the others.
        $share = array_fill(0, \count($each), 0);
        for ($round = 0; $round < $max; ++$round) {
            foreach ($each as $sort => $records) {
                $share[$sort] += (int) (isset($records[$round]) && array_sum($share) < $max);
            }
        }

        return array_merge([], ...array_map(static fn (array $r, int $n): array => \array_slice($r, 0, $n), $each, $share));
    }

    /**
     * @param iterable<array{name: string, ...}> $records
     *
     * @return list<array<string, mixed>>
     */
    private static function unsaid(Job $job, PartyExpansion $parties, iterable $records, int $max): array
    {
        $unsaid = [];
        foreach ($records as $record) {
            if (\count($unsaid) === $max) {
                break;
            }
            $record['name'] = Name::shortened($record['name']);
            if (!self::isSaid($job, $parties, RecordType::fromClass(Intent::class)->read(['id' => 'new', ...$record]))) {
                $unsaid[] = $record;
            }
        }

        return $unsaid;
    }

    /** Whether intents of the same kind speak of all the same pairs already, or there is no pair to speak of. */
    private static function isSaid(Job $job, PartyExpansion $parties, Intent $new): bool
    {
        $isLike = static fn (Intent $i): bool => $i->kind === $new->kind
            && $i->expect === $new->expect
            && (string) $i->service === (string) $new->service;
        $sides = array_map(static fn (Intent $i): array => [
            array_flip($parties->askers($i)),
            array_flip($parties->asked($i)),
        ], array_values(array_filter($job->intents, $isLike)));
        // Askers of whom the same intents speak lack the same.
        $groups = [];
        foreach ($parties->askers($new) as $from) {
            $of = array_keys(array_filter($sides, static fn (array $side): bool => isset($side[0][$from])));
            $key = implode(' ', $of);
            $groups[$key] = ['from' => $from, 'more' => isset($groups[$key]), 'of' => $of];
        }
        $asked = array_flip($parties->asked($new));
        foreach ($groups as ['from' => $from, 'more' => $more, 'of' => $of]) {
            $left = array_diff_key($asked, ...array_map(static fn (int $i): array => $sides[$i][1], $of));
            // Nobody is asked for with itself.
            if ([] !== ($more ? $left : array_diff_key($left, [$from => 0]))) {
                return false;
            }
        }

        return true;
    }
}
