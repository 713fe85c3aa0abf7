<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Vorhut\Core\Record\Json;

/** A job as it was handed over: its file, what was open, what was proven, who took it. Nobody changes it. */
#[ORM\Entity]
#[ORM\Table(name: 'signed_state')]
class SignedState
{
    use HasId;

    #[ORM\Column(length: 64)]
    private string $hash;

    #[ORM\Column(type: Types::TEXT, length: 4294967295)]
    private string $open;

    #[ORM\Column(type: Types::TEXT, length: 4294967295)]
    private string $seen;

    /**
     * @param string $file the job file
     * @param list<array{kind: string, id: string, title: string, detail: string, reason: string}> $open what was not done
     * @param array<string, string> $seen what was seen of each pair, by intent and pair
     */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private StoredJob $job,
        #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'SET NULL')]
        private ?User $user,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $at,
        #[ORM\Column(length: 120)]
        private string $takenBy,
        #[ORM\Column(type: Types::TEXT)]
        private string $reservations,
        #[ORM\Column(type: Types::TEXT, length: 4294967295)]
        private string $file,
        #[ORM\Column]
        private int $proven,
        #[ORM\Column]
        private int $provenInLab,
        #[ORM\Column]
        private int $pairs,
        array $open,
        array $seen,
    ) {
        $this->hash = hash('sha256', $file);
        $this->open = Json::line($open);
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

    public function getTakenBy(): string
    {
        return $this->takenBy;
    }

    public function getReservations(): string
    {
        return $this->reservations;
    }

    public function getFile(): string
    {
        return $this->file;
    }

    /** SHA-256 of the file, in hex. */
    public function getHash(): string
    {
        return $this->hash;
    }

    /** Pairs that were seen to hold. */
    public function getProven(): int
    {
        return $this->proven;
    }

    /** Pairs that were seen to hold with the stand-ins of the lab, which says nothing of the real units. */
    public function getProvenInLab(): int
    {
        return $this->provenInLab;
    }

    public function getPairs(): int
    {
        return $this->pairs;
    }

    /** @return array<array-key, string> what was seen of each pair, by intent and pair */
    public function getSeen(): array
    {
        return array_filter(Json::object($this->seen), \is_string(...));
    }

    /** @return list<array<array-key, mixed>> */
    public function getOpen(): array
    {
        $open = Json::decode($this->open);

        return array_values(array_filter(\is_array($open) ? $open : [], \is_array(...)));
    }
}
