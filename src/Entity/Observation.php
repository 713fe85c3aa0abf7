<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Proof\SeenIn;

/** What somebody saw about one pair of an intent. A later one supersedes; both stay. */
#[ORM\Entity]
#[ORM\Index(columns: ['job_id', 'intent'])]
#[ORM\Index(name: 'observation_pair', columns: ['job_id', 'withdrawn', 'intent', 'asker', 'asked', 'id'])]
class Observation implements Withdrawable
{
    use HasId;
    use Withdraws;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private StoredJob $job,
        #[ORM\Column(length: 64)]
        private string $intent,
        #[ORM\Column(length: 64)]
        private string $asker,
        #[ORM\Column(length: 64)]
        private string $asked,
        #[ORM\Column(length: 20, enumType: PairVerdict::class)]
        private PairVerdict $span,
        #[ORM\Column(length: 400)]
        private string $note,
        #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'SET NULL')]
        private ?User $user,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $at,
        /** The device it was seen from, for a live test. */
        #[ORM\Column(length: 64, nullable: true)]
        private ?string $vantage = null,
        #[ORM\Column(type: Types::TEXT, length: 4294967295, nullable: true)]
        private ?string $evidence = null,
        /** Whether the real units were asked or seen; false for stand-ins of the lab. */
        #[ORM\Column]
        private bool $onSite = true,
    ) {}

    public function where(): SeenIn
    {
        return $this->onSite ? SeenIn::Site : SeenIn::Lab;
    }

    public function getJob(): StoredJob
    {
        return $this->job;
    }

    public function getIntent(): string
    {
        return $this->intent;
    }

    public function getPair(): string
    {
        return $this->asker.'>'.$this->asked;
    }

    public function getSpan(): PairVerdict
    {
        return $this->span;
    }

    public function getNote(): string
    {
        return $this->note;
    }

    public function getUser(): ?User
    {
        return $this->user;
    }

    public function getVantage(): ?string
    {
        return $this->vantage;
    }

    public function getEvidence(): ?string
    {
        return $this->evidence;
    }

    public function getAt(): \DateTimeImmutable
    {
        return $this->at;
    }
}
