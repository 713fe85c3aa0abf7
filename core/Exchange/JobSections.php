<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\RecordList;

/** Which lists stand where in a job file, and in which order. */
final class JobSections
{
    /** @return array<string, array<string, RecordList>> lists by section and name, in order */
    public static function all(): array
    {
        $sections = ['' => []];
        foreach (self::places() as $section => $places) {
            foreach (array_keys($places) as $name) {
                $sections[$section][$name] = Lists::named($name);
            }
        }

        return $sections;
    }

    /** @return list<string> the keys of the file itself, in order */
    public static function rootKeys(): array
    {
        $places = ['format' => 0, 'version' => 1, 'job' => 2];
        foreach (self::places() as $section => $lists) {
            $places += '' === $section ? $lists : [$section => min($lists)];
        }
        asort($places);

        return array_keys($places);
    }

    /** @return array<string, non-empty-array<string, int>> place by section and list, in order */
    private static function places(): array
    {
        $places = [];
        foreach (Lists::all() as $list) {
            $places[$list->section][$list->name] = $list->place;
        }
        foreach (array_keys($places) as $section) {
            asort($places[$section]);
        }

        return $places;
    }
}
