<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A secret of a job, sealed. The one before it stays, for whoever finds that the unit has it still. */
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

    #[ORM\Column(options: ['default' => false])]
    private bool $inUnit = false;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] // @phpstan-ignore property.onlyWritten
        private StoredJob $job,
        /** As it stands behind "secret:" in the plan. */
        #[ORM\Column(length: 140)]
        private string $name,
        #[ORM\Column(type: Types::TEXT)]
        private string $sealed,
        #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'SET NULL')] // @phpstan-ignore property.onlyWritten
        private ?User $by,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $at,
    ) {}

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

    public function getAt(): \DateTimeImmutable
    {
        return $this->at;
    }

    /** Null where the unit does not have it. */
    public function getTypedAt(): ?\DateTimeImmutable
    {
        return $this->inUnit ? $this->typedAt : null;
    }

    /** A new one; where the unit has this one, it becomes the one before. */
    public function replace(string $sealed, ?User $by, \DateTimeImmutable $at): void
    {
        $this->former = $this->inUnit ? $this->sealed : $this->former;
        $this->sealed = $sealed;
        $this->by = $by;
        $this->at = $at;
        $this->typedAt = null;
        $this->inUnit = false;
    }

    /** The unit has it now. */
    public function typed(\DateTimeImmutable $at): void
    {
        $this->typedAt = $at;
        $this->inUnit = true;
    }

    /** It was said too early that the unit has it, or the unit is another one now. */
    public function untyped(): void
    {
        $this->inUnit = false;
    }

    /** The unit has it after all, since when it was typed. */
    public function typedAfterAll(): void
    {
        $this->inUnit = null !== $this->typedAt;
    }

    /** The same under another key. */
    public function sealAgain(string $sealed, ?string $former): void
    {
        $this->sealed = $sealed;
        $this->former = $former;
    }
}
