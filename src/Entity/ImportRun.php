<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** A large file on its way in: a job file that becomes a job, or a device list for one that exists. */
#[ORM\Entity]
class ImportRun extends Run
{
    public static function ofJobFile(User $user, string $content, \DateTimeImmutable $at): self
    {
        return new self(null, $user, $at, ['content' => $content, 'list' => false]);
    }

    /**
     * @param array<int, string> $said what somebody said its columns hold
     * @param int $seen the job's revision at which its changes were looked at
     */
    public static function ofDeviceList(
        StoredJob $job,
        User $user,
        string $content,
        array $said,
        int $seen,
        \DateTimeImmutable $at,
    ): self {
        return new self($job, $user, $at, ['content' => $content, 'said' => $said, 'list' => true, 'seen' => $seen]);
    }

    /** @return array<int, string> meaning by column */
    public function getSaid(): array
    {
        $given = $this->task()['said'] ?? [];
        $said = [];
        foreach (\is_array($given) ? $given : [] as $column => $meaning) {
            if (\is_int($column) && \is_string($meaning)) {
                $said[$column] = $meaning;
            }
        }

        return $said;
    }

    public function getSeen(): int
    {
        $seen = $this->task()['seen'] ?? null;

        return \is_int($seen) ? $seen : 0;
    }

    public function getContent(): string
    {
        $content = $this->task()['content'] ?? null;

        return \is_string($content) ? $content : '';
    }

    public function isDeviceList(): bool
    {
        return true === ($this->task()['list'] ?? null);
    }

    /** Nobody needs the file any more. */
    public function dropContent(): void
    {
        $this->setTask(['content' => ''] + $this->task());
    }
}
