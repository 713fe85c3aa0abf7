<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Vorhut\Core\Job\Job;
use Vorhut\Core\JobFile\FileError;
use Vorhut\Core\JobFile\InvalidFile;
use Vorhut\Core\JobFile\Json;
use Vorhut\Core\JobFile\RecordReader;
use Vorhut\Core\Proof\Span;

/** What bin/vorhut probe wrote at another place: a JSON line per pair, bad lines reported and good ones kept. */
final readonly class ProbeFile
{
    private const MOST_LINES = 20000;

    /**
     * @param list<array{intent: string, from: string, to: string, span: Span, vantage: string, evidence: string}> $seen
     * @param list<FileError>                                                                                      $errors
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
                $errors[] = new FileError(\sprintf('line %d, %s', $number + 1, ltrim($error->path, '$.')), $error->given, $error->allowed, $error->advice);
            }
        }

        return new self($seen, $errors);
    }

    /** @return array{intent: string, from: string, to: string, span: Span, vantage: string, evidence: string} */
    private static function line(Job $job, string $line): array
    {
        $r = RecordReader::over(Json::decode($line), '$');
        $intent = $r->id('intent');
        if (!isset($job->intents[$intent])) {
            throw $r->refuse('intent', 'the id of an intent of this job', 'The file may belong to another job.');
        }
        $party = static function (string $key) use ($r, $job): string {
            $id = $r->string($key, null, 64);

            return isset($job->devices[$id]) || isset($job->routers[$id]) ? $id : throw $r->refuse($key, 'the id of a device of this job', 'It may have been removed since.');
        };
        $from = $party('from');
        $to = $party('to');
        $span = $r->enum('seen', Span::class);
        $r->flag('holds', false);
        $vantage = $r->string('vantage', $from, 64);
        $evidence = $r->string('evidence', '', 20000);
        $r->done();

        return ['intent' => $intent, 'from' => $from, 'to' => $to, 'span' => $span, 'vantage' => $vantage, 'evidence' => $evidence];
    }
}
