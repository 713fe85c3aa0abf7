<?php

declare(strict_types=1);

namespace Vorhut\Core\Search;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\NetworkSwitch;
use Vorhut\Core\Job\PartyNames;
use Vorhut\Core\Job\RecordNames;

/** The names that somebody may mean who types a part of one into a field. */
final class NameChoices
{
    public const PARTIES = 'parties';
    public const PORTS = 'ports';
    public const CALLS = 'calls';
    private const MAX = 20;

    /**
     * @param string $of the name of a list, or one of the constants
     *
     * @return list<string>|null those that begin so first; null for what is no list
     */
    public static function find(Job $job, string $of, string $typed): ?array
    {
        $names = self::names($job, $of);
        if (null === $names) {
            return null;
        }
        $needle = mb_strtolower(trim($typed));
        $begins = $holds = [];
        foreach ($names as $name) {
            $at = mb_strpos(mb_strtolower($name), $needle);
            if (0 === $at) {
                $begins[] = $name;
            } elseif (false !== $at) {
                $holds[] = $name;
            }
        }

        return \array_slice([...$begins, ...$holds], 0, self::MAX);
    }

    /** @return list<string>|null */
    private static function names(Job $job, string $of): ?array
    {
        return match (true) {
            self::PARTIES === $of => (new PartyNames($job))->all(\PHP_INT_MAX),
            self::PORTS === $of => self::ports($job),
            self::CALLS === $of => self::calls($job),
            isset(Lists::all()[$of]) => array_values((new RecordNames($job))->all($of)),
            default => null,
        };
    }

    /** @return list<string> */
    private static function ports(Job $job): array
    {
        $names = new RecordNames($job);
        $ports = [];
        foreach ($job->all(NetworkSwitch::class) as $switch) {
            foreach ($switch->ports as $port) {
                $ports[] = $names->port($switch->id.'/'.$port->name);
            }
        }

        return $ports;
    }

    /** @return list<string> */
    private static function calls(Job $job): array
    {
        $calls = [];
        foreach ($job->extensions as $extension) {
            $calls[] = $extension->name === $extension->number ? $extension->number : $extension->number.' '.$extension->name;
        }

        return $calls;
    }
}
