<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Vorhut\App\Plan\Cell;

/** A live test on its way: what is asked, how far it is, whether somebody wants it to stop. */
#[ORM\Entity]
class TestRun
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null; // @phpstan-ignore property.unusedType

    #[ORM\Column]
    private int $done = 0;

    #[ORM\Column]
    private int $total = 0;

    #[ORM\Column]
    private int $holding = 0;

    /** Pairs with an observation that differs from the prediction. */
    #[ORM\Column]
    private int $differing = 0;

    #[ORM\Column(length: 12)]
    private string $status = 'waiting';

    #[ORM\Column]
    private bool $cancelled = false;

    #[ORM\Column(length: 400)]
    private string $message = '';

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private StoredJob $job,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private User $user,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $createdAt,
        /** One intent, or all. */
        #[ORM\Column(length: 64, nullable: true)]
        private ?string $intent = null,
        #[ORM\Column(length: 140, nullable: true)]
        private ?string $pair = null,
        /** Real units are asked from this machine, instead of the lab. */
        #[ORM\Column]
        private bool $onSite = false,
        /** A cell of the matrix: axis, row and column, one to a line. */
        #[ORM\Column(length: 300, nullable: true)]
        private ?string $cell = null,
    ) {
    }

    public function getId(): int
    {
        return $this->id ?? throw new \LogicException('The test is not stored yet.');
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

    public function getCell(): ?Cell
    {
        return null === $this->cell ? null : Cell::tryFrom($this->cell);
    }

    public function getIntent(): ?string
    {
        return $this->intent;
    }

    public function getPair(): ?string
    {
        return $this->pair;
    }

    public function isOnSite(): bool
    {
        return $this->onSite;
    }

    public function getDone(): int
    {
        return $this->done;
    }

    public function getTotal(): int
    {
        return $this->total;
    }

    public function getHolding(): int
    {
        return $this->holding;
    }

    public function getDiffering(): int
    {
        return $this->differing;
    }

    public function getStatus(): string
    {
        return $this->status;
    }

    public function getMessage(): string
    {
        return $this->message;
    }

    public function isOver(): bool
    {
        return \in_array($this->status, ['done', 'cancelled', 'failed'], true);
    }

    public function isCancelled(): bool
    {
        return $this->cancelled;
    }

    public function cancel(): void
    {
        $this->cancelled = true;
        if ('waiting' === $this->status) {
            $this->status = 'cancelled';
        }
    }

    /** A test that is delivered a second time begins anew. */
    public function begin(): void
    {
        $this->status = 'running';
        $this->done = $this->total = $this->holding = $this->differing = 0;
    }

    public function saw(bool $holds, bool $differs, int $done, int $total): void
    {
        $this->done = $done;
        $this->total = $total;
        $this->holding += (int) $holds;
        $this->differing += (int) $differs;
    }

    public function finish(string $message = ''): void
    {
        $this->status = $this->cancelled ? 'cancelled' : 'done';
        $this->message = $message;
    }

    public function fail(string $message): void
    {
        $this->status = 'failed';
        $this->message = mb_substr($message, 0, 400);
    }
}
