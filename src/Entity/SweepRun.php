<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Vorhut\Core\JobFile\Json;

/** A look at a list of addresses: who answers, and as what. */
#[ORM\Entity]
class SweepRun
{
    /** The vantage of a sweep of real units, in field mode. */
    public const ON_SITE = 'this-machine';

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null; // @phpstan-ignore property.unusedType

    #[ORM\Column]
    private int $done = 0;

    #[ORM\Column(length: 12)]
    private string $status = 'waiting';

    #[ORM\Column]
    private bool $cancelled = false;

    /** What answered, by planned address, as JSON. */
    #[ORM\Column(type: Types::TEXT, length: 16777215)]
    private string $answers = '{}';

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private StoredJob $job,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private User $user,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $createdAt,
        /** Planned addresses, a comma between. */
        #[ORM\Column(type: Types::TEXT, length: 16777215)]
        private string $addresses,
        /** The device in whose place it is asked. */
        #[ORM\Column(length: 64)]
        private string $vantage,
    ) {
    }

    public function getId(): int
    {
        return $this->id ?? throw new \LogicException('The sweep is not stored yet.');
    }

    public function getJob(): StoredJob
    {
        return $this->job;
    }

    public function getUser(): User
    {
        return $this->user;
    }

    public function getCreatedAt(): \DateTimeImmutable
    {
        return $this->createdAt;
    }

    public function isOnSite(): bool
    {
        return self::ON_SITE === $this->vantage;
    }

    public function getVantage(): string
    {
        return $this->vantage;
    }

    /** @return list<string> */
    public function getAddresses(): array
    {
        return '' === $this->addresses ? [] : explode(',', $this->addresses);
    }

    public function getDone(): int
    {
        return $this->done;
    }

    public function getStatus(): string
    {
        return $this->status;
    }

    public function isOver(): bool
    {
        return 'done' === $this->status || 'cancelled' === $this->status;
    }

    public function isCancelled(): bool
    {
        return $this->cancelled;
    }

    public function cancel(): void
    {
        $this->cancelled = true;
        $this->status = 'waiting' === $this->status ? 'cancelled' : $this->status;
    }

    public function progress(int $done): void
    {
        $this->status = 'running';
        $this->done = $done;
    }

    /** @param array<string, list<string>> $answers what spoke, by planned address */
    public function finish(array $answers): void
    {
        $this->status = $this->cancelled ? 'cancelled' : 'done';
        $this->answers = Json::line((object) $answers);
    }

    /** @return array<string, list<string>> */
    public function getAnswers(): array
    {
        $answers = [];
        foreach (Json::object($this->answers) as $address => $kinds) {
            $answers[$address] = array_values(array_filter(\is_array($kinds) ? $kinds : [], \is_string(...)));
        }

        return $answers;
    }

    /** Drops the addresses at which nothing answered. */
    public function cleanUp(): void
    {
        $this->addresses = implode(',', array_keys($this->getAnswers()));
    }
}
