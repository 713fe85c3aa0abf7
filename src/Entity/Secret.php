<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A secret of a job, sealed. What it was before stays until the new one is typed into the unit. */
#[ORM\Entity]
#[ORM\UniqueConstraint(columns: ['job_id', 'name'])]
class Secret
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null; // @phpstan-ignore property.unusedType, property.onlyWritten

    #[ORM\Column(type: Types::TEXT, nullable: true)]
    private ?string $former = null;

    #[ORM\Column(type: Types::DATETIME_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $typedAt = null;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] // @phpstan-ignore property.onlyWritten
        private StoredJob $job,
        /** As it stands behind "secret:" in the plan. */
        #[ORM\Column(length: 140)]
        private string $name,
        #[ORM\Column(type: Types::TEXT)]
        private string $sealed,
        #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'SET NULL')]
        private ?User $by,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $at,
    ) {
    }

    public function getName(): string
    {
        return $this->name;
    }

    public function getSealed(): string
    {
        return $this->sealed;
    }

    public function getFormer(): ?string
    {
        return $this->former;
    }

    public function getBy(): ?User
    {
        return $this->by;
    }

    public function getAt(): \DateTimeImmutable
    {
        return $this->at;
    }

    public function getTypedAt(): ?\DateTimeImmutable
    {
        return $this->typedAt;
    }

    /** A new one; the unit has the one before until this one is typed. */
    public function replace(string $sealed, ?User $by, \DateTimeImmutable $at): void
    {
        $this->former = null === $this->typedAt ? $this->former : $this->sealed;
        $this->sealed = $sealed;
        $this->by = $by;
        $this->at = $at;
        $this->typedAt = null;
    }

    /** The unit has it now. */
    public function typed(\DateTimeImmutable $at): void
    {
        $this->typedAt = $at;
        $this->former = null;
    }

    /** It was said too early that the unit has it. */
    public function untyped(): void
    {
        $this->typedAt = null;
    }

    /** The same under another key. */
    public function sealAgain(string $sealed, ?string $former): void
    {
        $this->sealed = $sealed;
        $this->former = $former;
    }
}
