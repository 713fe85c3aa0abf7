<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;

/** A change as the database takes it: what goes, and what is there afterwards. */
final readonly class ChangedRecords
{
    /**
     * @param array<string, list<string>> $removed ids by list
     * @param list<Edit> $kept added and changed ones, in order
     * @param bool $facts whether those of the job itself are others
     */
    private function __construct(public array $removed, public array $kept, public bool $facts) {}

    public static function fromChange(ChangeSet $change): self
    {
        $removed = [];
        $kept = [];
        $facts = false;
        foreach ($change->edits as $edit) {
            if ($edit->isOfFacts()) {
                $facts = true;
            } elseif (null === $edit->after) {
                $removed[$edit->list()][] = $edit->id;
            } else {
                $kept[$edit->list().' '.$edit->id] = $edit;
            }
        }

        return new self($removed, array_values($kept), $facts);
    }

    /** @return list<string> list and id of each, a space between */
    public function touched(): array
    {
        $touched = array_map(static fn (Edit $e): string => $e->list().' '.$e->id, $this->kept);
        foreach ($this->removed as $list => $ids) {
            foreach ($ids as $id) {
                $touched[] = $list.' '.$id;
            }
        }

        return $touched;
    }
}
