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
     * @param class-string $type the value object of its list
     * @param array<string, mixed>|null $before
     * @param array<string, mixed>|null $after
     * @param string|null $behind the record it stands behind, where it is added or removed; '' for the first
     *                            place, null for the last
     */
    public function __construct(
        public string $type,
        public string $id,
        public ?array $before,
        public ?array $after,
        public ?string $behind = null,
    ) {
    }

    public function list(): string
    {
        return Lists::of($this->type)->name;
    }

    public function reversed(): self
    {
        return new self($this->type, $this->id, $this->after, $this->before, $this->behind);
    }

    /** The same edit of a record as it is by now. */
    public function behind(?string $id): self
    {
        return new self($this->type, $this->id, $this->before, $this->after, $id);
    }
}
