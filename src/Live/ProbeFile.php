<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Trunk;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Record\RecordType;
use Vorhut\Field\Probe\ResultsHead;

/** What bin/vorhut probe wrote at another place: a JSON line per pair, bad lines reported and good ones kept. */
final readonly class ProbeFile
{
    private const MAX_LINES = 20000;
    /** Seconds that nobody minds. */
    private const RIGHT = 0.5;

    /**
     * @param list<ProbeLine> $seen
     * @param list<FileError> $errors
     * @param ResultsHead|null $head null where the file has none
     */
    private function __construct(public array $seen, public array $errors, public ?ResultsHead $head) {}

    /** When a line was seen, by a clock that goes right as far as the file says; never after now. */
    public function when(ProbeLine $line, \DateTimeImmutable $now): \DateTimeImmutable
    {
        try {
            $said = '' === $line->at ? $now : new \DateTimeImmutable($line->at);
        } catch (\DateMalformedStringException) {
            return $now;
        }
        $right = $said->modify(\sprintf('%+d seconds', (int) round($this->head->offset ?? 0.0)));

        return min($right, $now)->setTimezone(new \DateTimeZone('UTC'));
    }

    /** How the clock went with which it was made, in words. */
    public function clock(): string
    {
        $offset = $this->head?->offset;

        return match (true) {
            null === $this->head => '',
            null === $offset => 'no time server replied there, so times are by its own clock',
            abs($offset) < self::RIGHT => \sprintf('its clock is right, by %s', $this->head->clock),
            default => \sprintf('its clock was %.1f s %s, by %s', abs($offset), $offset > 0 ? 'behind' : 'ahead', $this->head->clock),
        };
    }

    public static function read(Job $job, string $text): self
    {
        $split = preg_split('/\r?\n/', $text);
        $lines = \array_slice(false === $split ? [] : $split, 0, self::MAX_LINES);
        $seen = $errors = [];
        $head = null;
        if (str_contains($lines[0] ?? '', '"results"')) {
            try {
                $head = self::head($job, $lines[0]);
            } catch (InvalidFile $e) {
                // Of another job nothing is taken, even where its names are those of this one.
                return new self([], [self::error(1, $e)], null);
            }
            unset($lines[0]);
        }
        foreach ($lines as $number => $line) {
            try {
                if ('' !== trim($line)) {
                    $seen[] = self::line($job, $line);
                }
            } catch (InvalidFile $e) {
                $errors[] = self::error($number + 1, $e);
            }
        }

        return new self($seen, $errors, $head);
    }

    private static function error(int $line, InvalidFile $e): FileError
    {
        $error = $e->errors[0];

        return new FileError(\sprintf('line %d, %s', $line, ltrim($error->path, '$.')), $error->given, $error->allowed, $error->advice);
    }

    /** @throws InvalidFile */
    private static function head(Job $job, string $line): ResultsHead
    {
        $head = RecordType::fromClass(ResultsHead::class)->read(Json::decode($line));
        if ($head->job !== $job->info->name) {
            throw InvalidFile::at('.job', $head->job, \sprintf('results of "%s"', $job->info->name), 'The file belongs to another job.');
        }

        return $head;
    }

    /** @throws InvalidFile */
    private static function line(Job $job, string $line): ProbeLine
    {
        $seen = RecordType::fromClass(ProbeLine::class)->read(Json::decode($line));
        if (!isset($job->intents[$seen->intent])) {
            throw InvalidFile::at('.intent', $seen->intent, 'the id of an intent of this job', 'The file may belong to another job.');
        }
        foreach (['from' => $seen->from, 'to' => $seen->to] as $key => $id) {
            if (!self::isKnown($job, $id)) {
                $allowed = 'the id of a device of this job, a number or a trunk';
                throw InvalidFile::at('.'.$key, $id, $allowed, 'It may have been removed since.');
            }
        }

        return $seen;
    }

    private static function isKnown(Job $job, string $id): bool
    {
        [$kind, $of] = [...explode(':', $id, 2), ''];

        return match ($kind) {
            'number' => 1 === preg_match('/^[0-9*#+]{1,20}$/D', $of),
            'trunk' => isset($job->all(Trunk::class)[$of]),
            default => isset($job->devices[$id]) || isset($job->routers[$id]),
        };
    }
}
