<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

/** The id of a record to be added, made of its name, so that nobody has to think of one. */
final class NewId
{
    private const LONGEST = 50;

    /**
     * @param string $list its name
     * @param string $else what to make it of where the name has no letter or digit to begin with
     * @param array<array-key, mixed> $taken by ids that are promised to others
     */
    public static function make(Job $job, string $list, string $name, string $else, array $taken = []): string
    {
        $plain = transliterator_transliterate('Any-Latin; Latin-ASCII; Lower()', $name);
        $words = trim((string) preg_replace('/[^a-z0-9]+/', '-', false === $plain ? '' : $plain), '-');
        $base = trim(substr($words, 0, self::LONGEST), '-');
        $base = '' === $base ? $else : $base;
        $id = $base;
        // Routers and devices share their ids, since both can be asked about.
        $taken += ($job->records[$list] ?? []) + $job->routers + $job->devices;
        for ($n = 2; isset($taken[$id]); ++$n) {
            $id = $base.'-'.$n;
        }

        return $id;
    }
}
