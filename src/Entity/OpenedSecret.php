<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A unit whose next fetch carries its secret; gone once it has. */
#[ORM\Entity]
#[ORM\UniqueConstraint(columns: ['job_id', 'device'])]
class OpenedSecret
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

    public function isGood(\DateTimeImmutable $now): bool
    {
        return $this->until > $now;
    }
}
