<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Vorhut\Core\Profile\Setting\OutsideSource;
use Vorhut\Core\Record\Json;

/** A link by which somebody outside sees and answers what they are asked in one job, and nothing else. Only a hash of it is kept. */
#[ORM\Entity]
class AskLink
{
    use HasId;

    #[ORM\Column(type: Types::DATETIME_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $usedAt = null;

    #[ORM\Column]
    private bool $withdrawn = false;

    /** What was answered by it, as JSON: the texts by question, and the ids of the changes they made. */
    #[ORM\Column(type: Types::TEXT, length: 4294967295)]
    private string $answered = '{}';

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private StoredJob $job,
        #[ORM\Column(length: 20, enumType: OutsideSource::class)]
        private OutsideSource $who,
        #[ORM\Column(length: 64, unique: true)] // @phpstan-ignore property.onlyWritten
        private string $hash,
        /** Who gave it: what comes in by it is done in this person's name and with their rights. */
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private User $givenBy,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $until,
    ) {}

    public function getJob(): StoredJob
    {
        return $this->job;
    }

    public function getWho(): OutsideSource
    {
        return $this->who;
    }

    public function getGivenBy(): User
    {
        return $this->givenBy;
    }

    public function getUntil(): \DateTimeImmutable
    {
        return $this->until;
    }

    public function getUsedAt(): ?\DateTimeImmutable
    {
        return $this->usedAt;
    }

    /** @param array<array-key, string> $texts by question */
    public function use(\DateTimeImmutable $at, Change $change, array $texts): void
    {
        $this->usedAt = $at;
        $this->answered = Json::line([
            'texts' => (object) ($texts + $this->getTexts()),
            'changes' => [...$this->getChanges(), $change->getId()],
        ]);
    }

    /** @return array<array-key, string> what was answered last, by question */
    public function getTexts(): array
    {
        $texts = Json::object($this->answered)['texts'] ?? [];

        return array_filter((array) $texts, \is_string(...));
    }

    /** @return list<int> ids of the entries of the journal that the answers made, the earliest first */
    public function getChanges(): array
    {
        $changes = Json::object($this->answered)['changes'] ?? [];

        return array_values(array_filter((array) $changes, \is_int(...)));
    }

    public function withdraw(): void
    {
        $this->withdrawn = true;
    }

    public function isGood(\DateTimeImmutable $now): bool
    {
        return !$this->withdrawn && $this->until > $now && $this->givenBy->isActive();
    }
}
