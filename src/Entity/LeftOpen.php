<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** Something open that somebody has accepted, with the reason. */
#[ORM\Entity]
#[ORM\Table(name: 'left_open')]
#[ORM\UniqueConstraint(columns: ['job_id', 'item'])]
class LeftOpen
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null; // @phpstan-ignore property.unusedType, property.onlyWritten

    /** @param string $item id of what is open */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private StoredJob $job,
        #[ORM\Column(length: 160)]
        private string $item,
        #[ORM\Column(length: 300)]
        private string $reason,
        #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'SET NULL')]
        private ?User $user,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $at,
    ) {}

    public function getJob(): StoredJob
    {
        return $this->job;
    }

    public function getItem(): string
    {
        return $this->item;
    }

    public function getReason(): string
    {
        return $this->reason;
    }

    public function getUser(): ?User
    {
        return $this->user;
    }

    public function getAt(): \DateTimeImmutable
    {
        return $this->at;
    }

    public function say(string $reason, ?User $user, \DateTimeImmutable $at): void
    {
        $this->reason = $reason;
        $this->user = $user;
        $this->at = $at;
    }
}
