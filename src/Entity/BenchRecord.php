<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A step at the bench, done or taken back, with time and name. The last one for a step counts. */
#[ORM\Entity]
#[ORM\Index(columns: ['device_id', 'step'])]
class BenchRecord implements Withdrawable
{
    use HasId;
    use Withdraws;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private PlanRecord $device,
        #[ORM\Column(length: 64)]
        private string $step,
        #[ORM\Column]
        private bool $done,
        /** What was read or seen at the unit. */
        #[ORM\Column(length: 400)]
        private string $note,
        #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'SET NULL')]
        private ?User $user,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $at,
        /** Why it was left out, done out of order, or taken with a value that differs. */
        #[ORM\Column(length: 400, options: ['default' => ''])]
        private string $reason = '',
        /** Whether it was left out instead of done. */
        #[ORM\Column(options: ['default' => false])]
        private bool $skipped = false,
        /** @var list<array{kind: string, label: string, value: string, agrees: bool|null, setting: string, unread?: string}> */
        #[ORM\Column(type: Types::JSON)]
        private array $kept = [],
        /** @var array<array-key, string> what was planned then of what is set at the step, by setting; no secrets */
        #[ORM\Column(type: Types::JSON)]
        private array $planned = [],
    ) {}

    public function getDevice(): PlanRecord
    {
        return $this->device;
    }

    public function getStep(): string
    {
        return $this->step;
    }

    public function isDone(): bool
    {
        return $this->done;
    }

    public function getNote(): string
    {
        return $this->note;
    }

    public function getReason(): string
    {
        return $this->reason;
    }

    public function isSkipped(): bool
    {
        return $this->skipped;
    }

    /**
     * What was read, found or measured.
     *
     * @return list<array{kind: string, label: string, value: string, agrees: bool|null, setting: string, unread?: string}>
     */
    public function getKept(): array
    {
        return $this->kept;
    }

    /** @return array<array-key, string> what was planned when it was done, by setting */
    public function getPlanned(): array
    {
        return $this->planned;
    }

    public function getUser(): ?User
    {
        return $this->user;
    }

    public function getAt(): \DateTimeImmutable
    {
        return $this->at;
    }
}
