<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent\Suggestion;

use Vorhut\Core\Intent\SuggestedIntent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Relation\Relations;

/** Whoever receives the pictures of a camera or an encoder gets them. */
final class PicturesAreSeen implements SuggestedIntent
{
    private const SENDING = ['seen-by', 'feeds'];

    public function suggestions(Job $job): iterable
    {
        $senders = $names = [];
        foreach (Relations::fromJob($job)->all as $coupled) {
            if (\in_array($coupled->coupling->id, self::SENDING, true)) {
                $senders[$coupled->to->id][] = 'device:'.$coupled->from->id;
                $names[$coupled->to->id] = $coupled->to->name;
            }
        }
        foreach ($senders as $receiver => $from) {
            yield [
                'name' => \sprintf('%s receives its video', $names[$receiver]),
                'kind' => 'stream',
                'from' => array_values(array_unique($from)),
                'to' => ['device:'.$receiver],
                'expect' => 'must',
            ];
        }
    }
}
