<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Json;

/** A change with a name: edits that are applied together, or undone together. */
final readonly class ChangeSet
{
    /** @param list<Edit> $edits */
    public function __construct(public string $title, public array $edits) {}

    /** This change and then another one that was made on its outcome, as one. */
    public function then(self $next): self
    {
        $edits = [];
        foreach ([...$this->edits, ...$next->edits] as $edit) {
            $key = $edit->type.' '.$edit->id;
            $edits[$key] = isset($edits[$key])
                ? new Edit(
                    type: $edit->type,
                    id: $edit->id,
                    before: $edits[$key]->before,
                    after: $edit->after,
                    behind: $edit->behind,
                    was: $edits[$key]->was ?? $edit->was,
                )
                : $edit;
        }

        return new self($this->title.'; '.$next->title, array_values($edits));
    }

    /** Tells whether an offer is still the one that somebody was shown. */
    public function fingerprint(): string
    {
        $told = static fn (Edit $e): array => [$e->list(), $e->id, $e->after, $e->isMove() ? $e->behind : null];

        return hash('xxh128', Json::line(array_map($told, $this->edits)));
    }

    /** Whether everything is as it would be already. */
    public function isEmpty(): bool
    {
        return [] === array_filter($this->edits, static fn (Edit $e): bool => !$e->isEmpty());
    }

    public function reversed(string $title): self
    {
        return new self($title, array_reverse(array_map(static fn (Edit $e): Edit => $e->reversed(), $this->edits)));
    }

    /**
     * @param class-string $type the value object of a list
     *
     * @return list<string> ids of its changed records
     */
    public function ids(string $type): array
    {
        $ids = [];
        foreach ($this->edits as $edit) {
            if ($edit->type === $type) {
                $ids[] = $edit->id;
            }
        }

        return $ids;
    }
}
