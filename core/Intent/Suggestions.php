<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Classes;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Reach\Node\Network;
use Vorhut\Core\Record\RecordType;

/** What is usual for a job like this and not said in it yet. */
final class Suggestions
{
    /**
     * @param int $most of them
     *
     * @return list<array<string, mixed>> records of intents, without ids
     */
    public static function of(Job $job, Network $network, int $most): array
    {
        $parties = new Parties($job, $network);
        $suggested = [];
        foreach (Classes::in(__DIR__.'/Usual', __NAMESPACE__.'\Usual', Usual::class) as $class) {
            foreach ((new $class())->of($job) as $record) {
                if (\count($suggested) === $most) {
                    return $suggested;
                }
                if (!self::isSaid($job, $parties, RecordType::of(Intent::class)->read(['id' => 'new', ...$record]))) {
                    $suggested[] = $record;
                }
            }
        }

        return $suggested;
    }

    /** Whether intents of the same kind speak of all the same pairs already, or there is no pair to speak of. */
    private static function isSaid(Job $job, Parties $parties, Intent $new): bool
    {
        $pairs = [];
        foreach ($parties->askers($new) as $from) {
            $pairs[$from] = array_flip(array_diff($parties->asked($new), [$from]));
        }
        $isLike = static fn (Intent $i): bool => $i->kind === $new->kind
            && $i->expect === $new->expect
            && (string) $i->service === (string) $new->service;
        foreach (array_filter($job->intents, $isLike) as $intent) {
            $asked = array_flip($parties->asked($intent));
            foreach ($parties->askers($intent) as $from) {
                $pairs[$from] = array_diff_key($pairs[$from] ?? [], $asked);
            }
        }

        return [] === array_filter($pairs);
    }
}
