<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Record\RecordType;

/** What bin/vorhut probe wrote at another place: a JSON line per pair, bad lines reported and good ones kept. */
final readonly class ProbeFile
{
    private const MOST_LINES = 20000;

    /**
     * @param list<ProbeLine> $seen
     * @param list<FileError> $errors
     */
    private function __construct(public array $seen, public array $errors)
    {
    }

    public static function read(Job $job, string $text): self
    {
        $seen = $errors = [];
        $lines = preg_split('/\r?\n/', $text);
        foreach (\array_slice(false === $lines ? [] : $lines, 0, self::MOST_LINES) as $number => $line) {
            if ('' === trim($line)) {
                continue;
            }
            try {
                $seen[] = self::line($job, $line);
            } catch (InvalidFile $e) {
                $error = $e->errors[0];
                $errors[] = new FileError(
                    \sprintf('line %d, %s', $number + 1, ltrim($error->path, '$.')),
                    $error->given,
                    $error->allowed,
                    $error->advice,
                );
            }
        }

        return new self($seen, $errors);
    }

    /** @throws InvalidFile */
    private static function line(Job $job, string $line): ProbeLine
    {
        $seen = RecordType::of(ProbeLine::class)->read(Json::decode($line));
        if (!isset($job->intents[$seen->intent])) {
            throw InvalidFile::at('.intent', $seen->intent, 'the id of an intent of this job', 'The file may belong to another job.');
        }
        foreach (['from' => $seen->from, 'to' => $seen->to] as $key => $id) {
            if (!isset($job->devices[$id]) && !isset($job->routers[$id])) {
                throw InvalidFile::at('.'.$key, $id, 'the id of a device of this job', 'It may have been removed since.');
            }
        }

        return $seen;
    }
}
