<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/**
 * One record of a job's lists as it stands in the job file.
 *
 * Pages see who changed it and when, and hang signatures on it; what it holds only PlanRecords reads and writes.
 */
#[ORM\Entity(readOnly: true)]
#[ORM\UniqueConstraint(columns: ['job_id', 'list', 'slug'])]
class PlanRecord
{
    use HasId;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private StoredJob $job,
        #[ORM\Column(length: 20)] // @phpstan-ignore property.onlyWritten
        private string $list,
        /** The record's id in the file. */
        #[ORM\Column(length: 64)]
        private string $slug,
        #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'SET NULL')]
        private ?User $changedBy,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $changedAt,
    ) {}

    public function getJob(): StoredJob
    {
        return $this->job;
    }

    public function getSlug(): string
    {
        return $this->slug;
    }

    public function getChangedBy(): ?User
    {
        return $this->changedBy;
    }

    public function getChangedAt(): \DateTimeImmutable
    {
        return $this->changedAt;
    }
}
