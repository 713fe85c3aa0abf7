<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

/** A change with a name: edits that are applied together, or undone together. */
final readonly class ChangeSet
{
    /** @param list<Edit> $edits */
    public function __construct(public string $title, public array $edits)
    {
    }

    /** This change and then another one that was made on its outcome, as one. */
    public function then(self $next): self
    {
        $edits = [];
        foreach ([...$this->edits, ...$next->edits] as $edit) {
            $key = $edit->collection->value.' '.$edit->id;
            $edits[$key] = isset($edits[$key]) ? new Edit($edit->collection, $edit->id, $edits[$key]->before, $edit->after) : $edit;
        }

        return new self($this->title.'; '.$next->title, array_values($edits));
    }

    public function isEmpty(): bool
    {
        return [] === $this->edits;
    }

    public function reversed(string $title): self
    {
        return new self($title, array_reverse(array_map(static fn (Edit $e): Edit => $e->reversed(), $this->edits)));
    }

    /** @return list<string> ids of the changed records of one collection */
    public function ids(Collection $collection): array
    {
        $ids = [];
        foreach ($this->edits as $edit) {
            if ($edit->collection === $collection) {
                $ids[] = $edit->id;
            }
        }

        return $ids;
    }
}
