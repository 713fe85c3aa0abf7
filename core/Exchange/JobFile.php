<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\JobInfo;
use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Profile\ProfileLibrary;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Record\RecordType;

/** Reads and writes the open job file (schema/job.schema.json). */
final class JobFile
{
    public const FORMAT = 'vorhut-job';
    public const VERSION = 1;
    private const MAX_ERRORS = 50;

    /** @throws InvalidFile with the errors found, at most fifty */
    public static function read(string $text, ProfileLibrary $library, ?Upcasters $upcasters = null): Job
    {
        $upcasters ??= Upcasters::shipped();
        $data = self::root(Json::decode($text), $upcasters->current);
        $errors = $records = [];
        foreach (JobSections::all() as $section => $lists) {
            foreach ($lists as $name => $list) {
                $values = self::listed($data, $section, $name);
                $records[$name] = self::byId(
                    list: $list,
                    values: $values,
                    upcasters: $upcasters,
                    from: (int) $data['version'], // @phpstan-ignore cast.int
                    errors: $errors,
                );
            }
        }
        try {
            $job = Job::fromRecords(self::frame($data, $upcasters->current), $records, $library);
            $errors = [...$errors, ...References::check($job)];
        } catch (InvalidFile $e) {
            $errors = [...$errors, ...$e->errors];
        }
        if ([] !== $errors) {
            throw new InvalidFile(\array_slice($errors, 0, self::MAX_ERRORS));
        }

        return $job ?? throw new \LogicException('A job without errors was not read.');
    }

    /** The job as a file. What was read from a file in this order of keys, and not changed, comes back byte for byte. */
    public static function write(Job $job): string
    {
        $data = $job->frame;
        foreach (JobSections::all() as $section => $lists) {
            $holder = '' === $section ? $data : $data[$section] ?? [];
            $holder = \is_array($holder) ? $holder : [];
            foreach ($lists as $name => $list) {
                $type = $list->type();
                $written = array_map($type->ordered(...), array_values($job->records[$name] ?? []));
                if (isset($holder[$name]) || [] !== $written) {
                    $holder[$name] = $written;
                }
            }
            $holder = [...array_intersect_key($lists, $holder), ...$holder];
            if ('' === $section) {
                $data = $holder;
            } elseif ([] !== $holder) {
                $data[$section] = $holder;
            }
        }
        if (\is_array($data['job'] ?? null)) {
            $data['job'] = RecordType::fromClass(JobInfo::class)->ordered($data['job']);
        }
        $order = array_intersect_key(array_flip(JobSections::rootKeys()), $data);

        return Json::pretty([...$order, ...$data]);
    }

    /**
     * @return array<array-key, mixed>
     *
     * @throws InvalidFile unless it looks like a job file of a version that can be read
     */
    private static function root(mixed $given, int $current): array
    {
        try {
            $data = RecordType::named($given);
        } catch (InvalidFile $e) {
            throw $e->under('$');
        }
        if (self::FORMAT !== ($data['format'] ?? null)) {
            $advice = 'This does not look like a job file.';
            throw InvalidFile::at('$.format', $data['format'] ?? null, '"'.self::FORMAT.'"', $advice);
        }
        $version = $data['version'] ?? null;
        if (!\is_int($version) || $version < 1 || $version > $current) {
            $allowed = 1 === $current ? '1' : '1 to '.$current;
            throw InvalidFile::at('$.version', $version, $allowed, 'A newer program may have written this file.');
        }
        if (!isset($data['job'])) {
            throw InvalidFile::at('$.job', null, 'an object with the job\'s name', 'This value is required.');
        }
        RecordType::refuseOthers($data, array_flip(JobSections::rootKeys()), '$');

        return $data;
    }

    /**
     * @param array<array-key, mixed> $data
     *
     * @return list<mixed>
     */
    private static function listed(array $data, string $section, string $name): array
    {
        $path = '$.'.('' === $section ? '' : $section.'.').$name;
        $holder = $data;
        if ('' !== $section) {
            try {
                $holder = RecordType::named($data[$section] ?? []);
            } catch (InvalidFile $e) {
                throw $e->under('$.'.$section);
            }
            RecordType::refuseOthers($holder, JobSections::all()[$section], '$.'.$section);
        }
        $value = $holder[$name] ?? [];
        if (!\is_array($value) || !array_is_list($value)) {
            throw InvalidFile::at($path, $value, 'a list in square brackets');
        }

        return $value;
    }

    /**
     * @param list<mixed> $values
     * @param list<FileError> $errors
     *
     * @return array<string, array<string, mixed>>
     */
    private static function byId(RecordList $list, array $values, Upcasters $upcasters, int $from, array &$errors): array
    {
        $records = [];
        foreach ($values as $index => $value) {
            $path = \sprintf('%s[%d]', $list->path(), $index);
            if (!\is_array($value) || array_is_list($value)) {
                $errors[] = new FileError($path, FileError::show($value), 'an object with named values');
                continue;
            }
            /** @var array<string, mixed> $value */
            $record = $upcasters->raise($list->name, $value, $from);
            $id = $record[$list->key] ?? null;
            if (!\is_string($id) || '' === $id) {
                $allowed = 'a slug in quotes, unique in its list';
                $errors[] = new FileError($path.'.'.$list->key, FileError::show($id), $allowed, 'This value is required.');
                continue;
            }
            if (isset($records[$id])) {
                $advice = \sprintf('Record %d carries it already.', array_search($id, array_map(strval(...), array_keys($records)), true));
                $errors[] = new FileError($path.'.'.$list->key, FileError::show($id), 'an id that stands only once in its list', $advice);
                continue;
            }
            $records[$id] = $record;
        }

        return $records;
    }

    /**
     * @param array<array-key, mixed> $data
     *
     * @return array<string, mixed> the file's own keys, with its lists emptied
     */
    private static function frame(array $data, int $version): array
    {
        $frame = [];
        foreach (['version' => $version] + $data as $key => $value) {
            $frame[(string) $key] = $value;
        }
        foreach (JobSections::all() as $section => $lists) {
            foreach (array_keys($lists) as $name) {
                if ('' === $section && isset($frame[$name])) {
                    $frame[$name] = [];
                } elseif (\is_array($frame[$section] ?? null) && isset($frame[$section][$name])) {
                    $frame[$section][$name] = [];
                }
            }
        }

        return $frame;
    }
}
