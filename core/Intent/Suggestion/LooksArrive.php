<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent\Suggestion;

use Vorhut\Core\Intent\SuggestedIntent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Relation\Relations;

/** What a lighting desk sends gets to the nodes and scene stores that take it. */
final class LooksArrive implements SuggestedIntent
{
    private const TAKING = ['stored-from', 'lit-by'];

    public function suggestions(Job $job): iterable
    {
        $takers = $names = [];
        foreach (Relations::fromJob($job)->all as $coupled) {
            if (\in_array($coupled->coupling->id, self::TAKING, true)) {
                $takers[$coupled->to->id][] = 'device:'.$coupled->from->id;
                $names[$coupled->to->id] = $coupled->to->name;
            }
        }
        foreach ($takers as $desk => $to) {
            yield [
                'name' => \sprintf('Scenes of %s arrive', $names[$desk]),
                'kind' => 'scene',
                'from' => ['device:'.$desk],
                'to' => array_values(array_unique($to)),
                'expect' => 'must',
            ];
        }
    }
}
