<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A file of settings that a unit gave at a visit, sealed, and its SHA-256 as it came. */
#[ORM\Entity]
class VisitFile
{
    use HasId;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private Visit $visit,
        #[ORM\Column(length: 64)]
        private string $device,
        #[ORM\Column(length: 120)]
        private string $name,
        #[ORM\Column(length: 64)]
        private string $hash,
        #[ORM\Column]
        private int $bytes,
        #[ORM\Column(type: Types::TEXT, length: 16777215)]
        private string $sealed,
    ) {}

    public function getVisit(): Visit
    {
        return $this->visit;
    }

    public function getDevice(): string
    {
        return $this->device;
    }

    public function getName(): string
    {
        return $this->name;
    }

    /** SHA-256, in hexadecimal. */
    public function getHash(): string
    {
        return $this->hash;
    }

    public function getBytes(): int
    {
        return $this->bytes;
    }

    public function getSealed(): string
    {
        return $this->sealed;
    }

    /** The same under another key. */
    public function sealAgain(string $sealed): void
    {
        $this->sealed = $sealed;
    }
}
