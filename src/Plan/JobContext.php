<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Vorhut\App\Entity\StoredJob;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\JobInfo;
use Vorhut\Core\Job\Lists;

/** A job as it was at one revision: the plan, and which of its records was last changed when. */
final readonly class JobContext
{
    /** @param array<string, array<array-key, int>> $versions revision of the last change, by list and id */
    public function __construct(
        public StoredJob $stored,
        public Job $job,
        public int $revision,
        private array $versions,
    ) {}

    /** @param class-string $type the value object of a list */
    public function version(string $type, string $id): ?int
    {
        return JobInfo::class === $type ? null : $this->versions[Lists::forType($type)->name][$id] ?? null;
    }

    /** Whether an edit was made of something else than what stands there now. */
    public function contradicts(Edit $edit, int $seen): bool
    {
        $version = $this->version($edit->type, $edit->id);

        return self::sorted($edit->before) !== self::sorted($this->job->record($edit->type, $edit->id))
            || (null !== $version && $version > $seen);
    }

    /** Two records are alike whatever the order of their keys; "0" and "00" are not. */
    private static function sorted(mixed $value): mixed
    {
        if ($value instanceof \stdClass) {
            return [];
        }
        if (!\is_array($value)) {
            return $value;
        }
        $value = array_map(self::sorted(...), $value);
        if (!array_is_list($value)) {
            ksort($value);
        }

        return $value;
    }

    /** What was computed for this stays right for it. */
    public function key(): string
    {
        return self::keyOf($this->stored, $this->revision);
    }

    public static function keyOf(StoredJob $stored, int $revision): string
    {
        return \sprintf('%d-%d-%d', $stored->getId(), $revision, $stored->getCreatedAt()->getTimestamp());
    }
}
