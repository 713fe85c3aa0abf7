<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A time that runs at the bench: everybody who works on the job sees it, whatever is reloaded. */
#[ORM\Entity]
#[ORM\Index(columns: ['job_id', 'ends_at'])]
class BenchTimer
{
    use HasId;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private StoredJob $job,
        #[ORM\Column(length: 64)]
        private string $device,
        #[ORM\Column(length: 64)]
        private string $step,
        /** Which of the step's timers. */
        #[ORM\Column]
        private int $number,
        #[ORM\Column(length: 10)]
        private string $kind,
        #[ORM\Column(length: 200)]
        private string $label,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $startedAt,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $endsAt,
        #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'SET NULL')]
        private ?User $user,
    ) {}

    public function getJob(): StoredJob
    {
        return $this->job;
    }

    public function getDevice(): string
    {
        return $this->device;
    }

    public function getStep(): string
    {
        return $this->step;
    }

    public function getNumber(): int
    {
        return $this->number;
    }

    public function getKind(): string
    {
        return $this->kind;
    }

    public function getLabel(): string
    {
        return $this->label;
    }

    public function getStartedAt(): \DateTimeImmutable
    {
        return $this->startedAt;
    }

    public function getEndsAt(): \DateTimeImmutable
    {
        return $this->endsAt;
    }

    public function getUser(): ?User
    {
        return $this->user;
    }
}
