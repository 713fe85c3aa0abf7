<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Visit\UnitMarks;

/** What was found when somebody came again: how every unit was known, and what was seen of every pair. It never changes. */
#[ORM\Entity]
class Visit
{
    use HasId;

    #[ORM\Column(type: Types::TEXT, length: 4294967295)]
    private string $units;

    #[ORM\Column(type: Types::TEXT, length: 4294967295)]
    private string $seen;

    /**
     * @param array<array-key, UnitMarks> $units by device
     * @param array<string, string> $seen what was seen of each pair, by intent and pair
     */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private StoredJob $job,
        #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'SET NULL')]
        private ?User $user,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $at,
        #[ORM\Column(name: 'on_site')]
        private bool $onSite,
        #[ORM\Column(length: 300)]
        private string $note,
        /** Of the plan that it was held against. */
        #[ORM\Column]
        private int $revision,
        array $units,
        array $seen,
    ) {
        $this->units = Json::line((object) $units);
        $this->seen = Json::line((object) $seen);
    }

    public function getJob(): StoredJob
    {
        return $this->job;
    }

    public function getUser(): ?User
    {
        return $this->user;
    }

    public function getAt(): \DateTimeImmutable
    {
        return $this->at;
    }

    public function isOnSite(): bool
    {
        return $this->onSite;
    }

    public function getNote(): string
    {
        return $this->note;
    }

    public function getRevision(): int
    {
        return $this->revision;
    }

    /** @return array<array-key, UnitMarks> by device */
    public function getUnits(): array
    {
        return array_map(
            static fn (mixed $kept): UnitMarks => UnitMarks::kept(\is_array($kept) ? $kept : []),
            Json::object($this->units),
        );
    }

    /** @return array<array-key, string> what was seen of each pair, by intent and pair */
    public function getSeen(): array
    {
        return array_filter(Json::object($this->seen), \is_string(...));
    }
}
