<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Vorhut\Core\JobFile\Json;

/**
 * One record of a job file in a table of its own.
 *
 * The record itself is kept as JSON, so that export gives back what came in; the columns beside it are what the
 * database searches, joins and guards. Only project() writes them, always from the record.
 */
#[ORM\MappedSuperclass]
abstract class PlanRecord
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null; // @phpstan-ignore property.unusedType

    #[ORM\Column(type: Types::TEXT, length: 16777215)]
    private string $record = '{}';

    #[ORM\Version, ORM\Column(type: Types::INTEGER)]
    private int $version = 1;

    #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'SET NULL')]
    private ?User $changedBy = null;

    #[ORM\Column(type: Types::DATETIME_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $changedAt = null;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private StoredJob $job,
        /** The record's id in the file. */
        #[ORM\Column(name: 'slug', length: 64)]
        private string $slug,
        #[ORM\Column]
        private int $position,
    ) {
    }

    /** @param array<string, mixed> $record */
    final public function hold(array $record, ?User $by, \DateTimeImmutable $at, PlanIndex $index): void
    {
        $this->record = Json::line($record);
        $this->changedBy = $by;
        $this->changedAt = $at;
        $this->project($record, $index);
    }

    /**
     * Fills the columns that are searched, joined or guarded.
     *
     * @param array<string, mixed> $record
     */
    protected function project(array $record, PlanIndex $index): void
    {
    }

    final public function getId(): ?int
    {
        return $this->id;
    }

    final public function getSlug(): string
    {
        return $this->slug;
    }

    final public function getJob(): StoredJob
    {
        return $this->job;
    }

    final public function getPosition(): int
    {
        return $this->position;
    }

    final public function getVersion(): int
    {
        return $this->version;
    }

    final public function getChangedBy(): ?User
    {
        return $this->changedBy;
    }

    final public function getChangedAt(): ?\DateTimeImmutable
    {
        return $this->changedAt;
    }

    /** @return array<string, mixed> */
    final public function getRecord(): array
    {
        return Json::object($this->record);
    }

    /** @param array<string, mixed> $record */
    final protected static function text(array $record, string $key): ?string
    {
        $value = $record[$key] ?? null;

        return \is_string($value) ? $value : null;
    }
}
