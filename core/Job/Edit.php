<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

/**
 * One record before and after a change, as it stands in the job file.
 *
 * A null before adds the record, a null after removes it. Reversed, it undoes the change.
 */
final readonly class Edit
{
    /**
     * @param array<string, mixed>|null $before
     * @param array<string, mixed>|null $after
     */
    public function __construct(
        public Collection $collection,
        public string $id,
        public ?array $before,
        public ?array $after,
    ) {
    }

    public function reversed(): self
    {
        return new self($this->collection, $this->id, $this->after, $this->before);
    }
}
