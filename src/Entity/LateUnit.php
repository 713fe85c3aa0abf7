<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A unit that is not at hand before some time: still on its way, or in somebody else's hands. */
#[ORM\Entity]
#[ORM\UniqueConstraint(columns: ['job_id', 'device'])]
class LateUnit
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null; // @phpstan-ignore property.unusedType, property.onlyWritten

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] // @phpstan-ignore property.onlyWritten
        private StoredJob $job,
        #[ORM\Column(length: 64)]
        private string $device,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $until,
    ) {}

    public function getDevice(): string
    {
        return $this->device;
    }

    public function getUntil(): \DateTimeImmutable
    {
        return $this->until;
    }

    public function setUntil(\DateTimeImmutable $until): void
    {
        $this->until = $until;
    }
}
