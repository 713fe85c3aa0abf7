<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Intent\Kinds;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\JobChecks;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\Nearest;
use Vorhut\Core\Record\Reference;

/** Checks that what a job's records name exists in the job, and what else no single record shows. */
final class References
{
    /**
     * What is wrong after a change and was not before: a plan of before that is not whole may still be worked on.
     *
     * @return list<FileError>
     */
    public static function broken(Job $before, Job $after): array
    {
        $errors = self::check($after);
        $known = [] === $errors ? [] : array_map(strval(...), self::check($before));

        return array_values(array_filter($errors, static fn (FileError $e): bool => !\in_array((string) $e, $known, true)));
    }

    /** @return list<FileError> */
    public static function check(Job $job): array
    {
        $errors = [];
        foreach (Lists::all() as $list) {
            $type = $list->type();
            $index = 0;
            foreach ($job->records[$list->name] ?? [] as $record) {
                foreach ($type->references($record) as $reference) {
                    if (!self::exists($job, $reference)) {
                        $errors[] = self::missing($job, $reference->under(\sprintf('%s[%d]', $list->path(), $index)));
                    }
                }
                ++$index;
            }
        }
        // What stands in several records is only looked at where every record that is named is there.
        foreach ([] === $errors ? JobChecks::all() : [] as $check) {
            array_push($errors, ...$check->errors($job));
        }

        return [...$errors, ...self::services($job)];
    }

    private static function exists(Job $job, Reference $reference): bool
    {
        return array_any(
            $reference->lists,
            static fn (string $list): bool => isset($job->records[$list][$reference->id])
                || ('profiles' === $list && $job->profiles->has($reference->id)),
        );
    }

    private static function missing(Job $job, Reference $reference): FileError
    {
        $known = [];
        foreach ($reference->lists as $list) {
            array_push($known, ...('profiles' === $list ? $job->profiles->ids() : array_keys($job->records[$list] ?? [])));
        }
        $near = Nearest::to($reference->id, $known, max(2, intdiv(\strlen($reference->id), 3)));

        return new FileError(
            $reference->path,
            FileError::show($reference->shown ?? $reference->id),
            \sprintf('the id of a %s in this job', $reference->what),
            \sprintf(
                'There is no %s "%s".%s',
                $reference->what,
                $reference->id,
                null === $near ? '' : \sprintf(' Did you mean "%s"?', $near),
            ),
        );
    }

    /** @return list<FileError> */
    private static function services(Job $job): array
    {
        $errors = [];
        foreach (array_values($job->intents) as $index => $intent) {
            if (null !== $intent->service && !Kinds::kindOf($intent)->takesService()) {
                $errors[] = new FileError(
                    \sprintf('$.intents[%d].service', $index),
                    FileError::show((string) $intent->service),
                    'a service only for intents of kind reach or dial',
                    'Other kinds know their ports from the profiles.',
                );
            }
        }

        return $errors;
    }
}
