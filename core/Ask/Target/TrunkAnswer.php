<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask\Target;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\Trunk;
use Vorhut\Core\Record\InvalidFile;

/** What the carrier holds to be so of a trunk. */
final readonly class TrunkAnswer implements AnswerTarget
{
    /** @param string $key which question */
    public function __construct(private string $trunk, private string $key) {}

    public function list(): string
    {
        return Lists::forType(Trunk::class)->name;
    }

    public function edits(Job $job, string $text, AnswerContext $given): array
    {
        $record = $job->record(Trunk::class, $this->trunk) ?? [];
        $theirs = \is_array($record['theirs'] ?? null) ? $record['theirs'] : [];
        $changed = ['theirs' => [...$theirs, ...TrunkWords::read($this->key, trim($text))]];
        try {
            Lists::forType(Trunk::class)->type()->read([...$record, ...$changed]);
        } catch (InvalidFile $e) {
            throw new InvalidValue($text, $e->errors[0]->allowed, $e->errors[0]->advice);
        }

        return [$job->edit(Trunk::class, $this->trunk, $changed)];
    }
}
