<?php

declare(strict_types=1);

namespace Vorhut\Core\JobFile;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\PartyKind;
use Vorhut\Core\Job\PartyRef;

/** Checks that what a job's records name exists in the job. */
final class References
{
    /** @return list<FileError> */
    public static function check(Job $job): array
    {
        $errors = [];
        $need = static function (string $path, ?string $id, array $known, string $what) use (&$errors): void {
            if (null !== $id && !isset($known[$id])) {
                $errors[] = self::missing($path, $id, array_map(strval(...), array_keys($known)), $what);
            }
        };
        $i = 0;
        foreach ($job->locations as $location) {
            $need(\sprintf('$.locations[%d].within', $i), $location->within, $job->locations, 'location');
            if (self::circular($job, $location->id)) {
                $errors[] = new FileError(\sprintf('$.locations[%d].within', $i), FileError::show($location->within), 'a place outside this one', 'The places contain each other in a circle.');
            }
            ++$i;
        }
        $i = 0;
        foreach ($job->routers as $id => $router) {
            foreach ($router->interfaces as $k => $interface) {
                $need(\sprintf('$.routers[%d].interfaces[%d].segment', $i, $k), $interface->segment, $job->segments, 'segment');
            }
            if (isset($job->devices[$id])) {
                $errors[] = new FileError(\sprintf('$.routers[%d].id', $i), FileError::show($id), 'an id that no device carries', 'Routers and devices share their ids, since both can be asked about.');
            }
            ++$i;
        }
        $i = 0;
        foreach ($job->devices as $device) {
            if (!$job->profiles->has($device->profile)) {
                $errors[] = self::missing(\sprintf('$.devices[%d].profile', $i), $device->profile, $job->profiles->ids(), 'profile');
            }
            $need(\sprintf('$.devices[%d].location', $i), $device->location, $job->locations, 'location');
            foreach ($device->interfaces as $k => $interface) {
                $need(\sprintf('$.devices[%d].interfaces[%d].segment', $i, $k), $interface->segment, $job->segments, 'segment');
            }
            ++$i;
        }
        $i = 0;
        foreach ($job->extensions as $extension) {
            $need(\sprintf('$.voice.extensions[%d].device', $i), $extension->device, $job->devices, 'device');
            $need(\sprintf('$.voice.extensions[%d].server', $i), $extension->server, $job->devices, 'device');
            ++$i;
        }
        $i = 0;
        foreach ($job->intents as $intent) {
            foreach (['from' => $intent->from, 'to' => $intent->to] as $key => $parties) {
                foreach ($parties as $k => $party) {
                    $error = self::party($job, $party, \sprintf('$.intents[%d].%s[%d]', $i, $key, $k));
                    if (null !== $error) {
                        $errors[] = $error;
                    }
                }
            }
            ++$i;
        }

        return $errors;
    }

    private static function party(Job $job, PartyRef $party, string $path): ?FileError
    {
        $known = match ($party->kind) {
            PartyKind::Device => array_keys($job->devices + $job->routers),
            PartyKind::Profile => $job->profiles->ids(),
            PartyKind::Segment => array_keys($job->segments),
            PartyKind::Location => array_keys($job->locations),
            PartyKind::Extension => array_keys($job->extensions),
            PartyKind::Address => [$party->id],
        };
        $known = array_map(strval(...), $known);

        return \in_array($party->id, $known, true) ? null : self::missing($path, $party->id, $known, $party->kind->value, (string) $party);
    }

    /** @param list<string> $known */
    private static function missing(string $path, string $id, array $known, string $what, ?string $shown = null): FileError
    {
        usort($known, static fn (string $a, string $b): int => levenshtein($id, $a) <=> levenshtein($id, $b));
        $near = isset($known[0]) && levenshtein($id, $known[0]) <= max(2, intdiv(\strlen($id), 3)) ? \sprintf(' Did you mean "%s"?', $known[0]) : '';

        return new FileError($path, FileError::show($shown ?? $id), \sprintf('the id of a %s in this job', $what), \sprintf('There is no %s "%s".%s', $what, $id, $near));
    }

    private static function circular(Job $job, string $start): bool
    {
        $seen = [];
        $id = $start;
        while (null !== $id && isset($job->locations[$id])) {
            if (isset($seen[$id])) {
                return $id === $start;
            }
            $seen[$id] = true;
            $id = $job->locations[$id]->within;
        }

        return false;
    }
}
