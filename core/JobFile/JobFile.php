<?php

declare(strict_types=1);

namespace Vorhut\Core\JobFile;

use Vorhut\Core\Job\Collection;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Profile\ProfileLibrary;

/** Reads and writes the open job file, version 1 (schema/job.schema.json). */
final class JobFile
{
    public const FORMAT = 'vorhut-job';
    public const VERSION = 1;
    private const MAX_ERRORS = 50;

    /** @throws InvalidFile with the errors found, at most fifty */
    public static function read(string $text, ProfileLibrary $library): Job
    {
        $data = Json::decode($text);
        $root = RecordReader::over($data, '$');
        if (self::FORMAT !== $root->string('format', '')) {
            throw $root->refuse('format', '"'.self::FORMAT.'"', 'This does not look like a job file.');
        }
        if (self::VERSION !== $root->integer('version', 0, \PHP_INT_MAX)) {
            throw $root->refuse('version', (string) self::VERSION, 'A newer program may have written this file.');
        }
        if (!$root->has('job')) {
            throw $root->refuse('job', 'an object with the job\'s name', 'This value is required.');
        }
        $root->present('job');
        $voice = $root->nested('voice');
        $errors = [];
        $records = [];
        foreach (Collection::cases() as $collection) {
            $records[$collection->value] = self::byId(Collection::Extensions === $collection ? $voice : $root, $collection, $errors);
        }
        foreach (['trunks', 'routes'] as $key) {
            self::objects($voice, $key);
        }
        foreach (['flows', 'pairings'] as $key) {
            self::objects($root, $key);
        }
        $voice->done();
        $root->done();
        try {
            $job = Job::fromRecords(self::frame($data), $records, $library);
            $errors = [...$errors, ...References::check($job)];
        } catch (InvalidFile $e) {
            $errors = [...$errors, ...$e->errors];
        }
        if ([] !== $errors) {
            throw new InvalidFile(\array_slice($errors, 0, self::MAX_ERRORS));
        }

        return $job ?? throw new \LogicException('A job without errors was not read.');
    }

    /** The job as a file; what was read and not changed comes back byte for byte. */
    public static function write(Job $job): string
    {
        $data = $job->frame;
        foreach (Collection::cases() as $collection) {
            $records = array_values($job->records[$collection->value] ?? []);
            if (Collection::Extensions === $collection) {
                $voice = \is_array($data['voice'] ?? null) ? $data['voice'] : [];
                if (isset($voice['extensions']) || [] !== $records) {
                    $data['voice'] = [...$voice, 'extensions' => $records];
                }
            } elseif (isset($data[$collection->value]) || [] !== $records) {
                $data[$collection->value] = $records;
            }
        }

        return Json::pretty(KeyOrder::root($data));
    }

    /** @return array<string, mixed> the file's own keys, with its lists emptied */
    private static function frame(mixed $data): array
    {
        $frame = [];
        foreach (\is_array($data) ? $data : [] as $key => $value) {
            $frame[(string) $key] = $value;
        }
        foreach (Collection::cases() as $collection) {
            if (isset($frame[$collection->value]) && Collection::Extensions !== $collection) {
                $frame[$collection->value] = [];
            }
        }
        if (\is_array($frame['voice'] ?? null) && isset($frame['voice']['extensions'])) {
            $frame['voice']['extensions'] = [];
        }

        return $frame;
    }

    /**
     * @param list<FileError> $errors
     *
     * @return array<string, array<string, mixed>>
     */
    private static function byId(RecordReader $parent, Collection $collection, array &$errors): array
    {
        $records = [];
        foreach ($parent->list($collection->value) as $index => $value) {
            $path = \sprintf('%s[%d]', $collection->path(), $index);
            if (!\is_array($value) || array_is_list($value)) {
                $errors[] = new FileError($path, FileError::show($value), 'an object with named values');
                continue;
            }
            $id = $value[$collection->key()] ?? null;
            if (!\is_string($id) || '' === $id) {
                $errors[] = new FileError($path.'.'.$collection->key(), FileError::show($id), 'a slug in quotes, unique in its list', 'This value is required.');
                continue;
            }
            if (isset($records[$id])) {
                $errors[] = new FileError($path.'.'.$collection->key(), FileError::show($id), 'an id that stands only once in its list', \sprintf('Record %d carries it already.', array_search($id, array_keys($records), true)));
                continue;
            }
            /** @var array<string, mixed> $record */
            $record = $value;
            $records[$id] = $record;
        }

        return $records;
    }

    /** Lists whose content later capabilities describe: kept as they are. */
    private static function objects(RecordReader $parent, string $key): void
    {
        foreach ($parent->list($key) as $index => $value) {
            RecordReader::over($value, \sprintf('%s.%s[%d]', $parent->path, $key, $index));
        }
    }
}
