<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Json;

/**
 * One record before and after a change, as it stands in the job file.
 *
 * A null before adds the record, a null after removes it. Reversed, it undoes the change.
 */
final readonly class Edit
{
    /** The facts of the job itself stand in no list; this is what they are called where one is asked for. */
    public const FACTS = 'job';

    /**
     * @param class-string $type the value object of its list, or JobInfo
     * @param array<string, mixed>|null $before
     * @param array<string, mixed>|null $after
     * @param string|null $behind the record it stands behind, where it is added, removed or moved; '' for the first
     *                            place, null for the last
     * @param string|null $was the record it stood behind before it was moved, '' for the first place; null where it
     *                         was not moved
     */
    public function __construct(
        public string $type,
        public string $id,
        public ?array $before,
        public ?array $after,
        public ?string $behind = null,
        public ?string $was = null,
    ) {}

    public function isMove(): bool
    {
        return null !== $this->was;
    }

    /** Whether everything is as it was. */
    public function isEmpty(): bool
    {
        return (!$this->isMove() || $this->was === $this->behind) && Json::line($this->before) === Json::line($this->after);
    }

    public function list(): string
    {
        return $this->isOfFacts() ? self::FACTS : Lists::forType($this->type)->name;
    }

    public function isOfFacts(): bool
    {
        return JobInfo::class === $this->type;
    }

    /** @return class-string the type of what an edit is of, by what list() calls it */
    public static function typeOf(string $list): string
    {
        return self::FACTS === $list ? JobInfo::class : Lists::named($list)->type;
    }

    public function reversed(): self
    {
        return $this->isMove()
            ? new self(type: $this->type, id: $this->id, before: $this->after, after: $this->before, behind: $this->was, was: $this->behind)
            : new self(type: $this->type, id: $this->id, before: $this->after, after: $this->before, behind: $this->behind);
    }

    /** The same edit of a record as it is by now. */
    public function behind(?string $id): self
    {
        return new self(type: $this->type, id: $this->id, before: $this->before, after: $this->after, behind: $id, was: $this->was);
    }
}
