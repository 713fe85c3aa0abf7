<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings;

use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Job;

/** Findings that say the same of different units, with the same advice: they are told, and mended, together. */
final class Alike
{
    /** Equal for those that are alike. */
    public static function key(Job $job, Finding $finding): string
    {
        $names = array_map($job->nameOf(...), $finding->devices);

        return $finding->rule."\n".str_replace($names, '#', $finding->title."\n".$finding->advice);
    }

    /**
     * @param list<Finding> $findings of the job
     *
     * @return list<Finding> those that are alike, itself among them
     */
    public static function to(Job $job, Finding $finding, array $findings): array
    {
        $key = self::key($job, $finding);
        $isAlike = static fn (Finding $f): bool => $f->rule === $finding->rule && self::key($job, $f) === $key;

        return array_values(array_filter($findings, $isAlike));
    }

    /**
     * One change that mends all of them; null where there are not several that can be mended. Of two that would change one record only the
     * first is mended.
     *
     * @param list<Finding> $findings
     */
    public static function change(array $findings): ?ChangeSet
    {
        $edits = $titles = [];
        foreach ($findings as $finding) {
            $own = [];
            foreach ($finding->change->edits ?? [] as $edit) {
                $own[$edit->type.' '.$edit->id] = $edit;
            }
            if ([] !== $own && [] === array_intersect_key($own, $edits)) {
                $edits += $own;
                $titles[] = $finding->change->title ?? '';
            }
        }
        $title = \sprintf('%s (and %d more)', $titles[0] ?? '', \count($titles) - 1);

        return \count($titles) < 2 ? null : new ChangeSet($title, array_values($edits));
    }
}
