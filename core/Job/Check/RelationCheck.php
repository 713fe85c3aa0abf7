<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Check;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\Relation;
use Vorhut\Core\Profile\Relation\RelationType;
use Vorhut\Core\Record\FileError;

/** A relation is of a type that both device types know. */
final class RelationCheck implements JobCheck
{
    public function errors(Job $job): iterable
    {
        $index = 0;
        foreach ($job->all(Relation::class) as $pairing) {
            $path = Lists::forType(Relation::class)->path().'['.$index++.']';
            $from = $job->devices[$pairing->from] ?? null;
            $to = $job->devices[$pairing->to] ?? null;
            if (null === $from || null === $to) {
                continue;
            }
            $known = array_filter($job->profileOf($from)->couplings, static fn (RelationType $c): bool => $c->fits($to->profile));
            $ids = array_map(static fn (RelationType $c): string => $c->id, $known);
            if (!\in_array($pairing->coupling, $ids, true)) {
                yield new FileError(
                    $path.'.coupling',
                    FileError::show($pairing->coupling),
                    [] === $ids ? 'nothing: its device type has no such relation' : 'one of '.implode(', ', $ids),
                    \sprintf('The relations of %s with %s follow from its device type.', $from->name, $to->name),
                );
            }
        }
    }
}
