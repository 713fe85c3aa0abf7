<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** The place from which the units of a job fetch their files. Only a hash of its word is kept here; the word itself lies in the vault. */
#[ORM\Entity]
class FilePoint
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null; // @phpstan-ignore property.unusedType, property.onlyWritten

    public function __construct(
        #[ORM\OneToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private StoredJob $job,
        #[ORM\Column(length: 64, unique: true)] // @phpstan-ignore property.onlyWritten
        private string $hash,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $at,
    ) {}

    public function getJob(): StoredJob
    {
        return $this->job;
    }

    public function getAt(): \DateTimeImmutable
    {
        return $this->at;
    }

    public function renew(string $hash, \DateTimeImmutable $at): void
    {
        $this->hash = $hash;
        $this->at = $at;
    }
}
