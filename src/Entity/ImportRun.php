<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A large file on its way into a job, handled by the worker; pages ask it how far it is. */
#[ORM\Entity]
class ImportRun
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null; // @phpstan-ignore property.unusedType

    #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'CASCADE')]
    private ?StoredJob $job = null;

    #[ORM\Column]
    private int $done = 0;

    #[ORM\Column]
    private int $total = 0;

    #[ORM\Column(length: 12)]
    private string $status = 'waiting';

    #[ORM\Column(type: Types::TEXT)]
    private string $message = '';

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private User $user,
        #[ORM\Column(type: Types::TEXT, length: 4294967295)]
        private string $content,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $createdAt,
        /** A device list for a job that exists; otherwise a job file. */
        #[ORM\Column]
        private bool $deviceList = false,
    ) {
    }

    public function getId(): int
    {
        return $this->id ?? throw new \LogicException('The import is not stored yet.');
    }

    public function getUser(): User
    {
        return $this->user;
    }

    public function getContent(): string
    {
        return $this->content;
    }

    public function getCreatedAt(): \DateTimeImmutable
    {
        return $this->createdAt;
    }

    public function getJob(): ?StoredJob
    {
        return $this->job;
    }

    public function getStatus(): string
    {
        return $this->status;
    }

    public function getMessage(): string
    {
        return $this->message;
    }

    public function percent(): int
    {
        return 0 === $this->total ? 0 : intdiv(100 * $this->done, $this->total);
    }

    public function isOver(): bool
    {
        return 'done' === $this->status || 'failed' === $this->status;
    }

    public function isDeviceList(): bool
    {
        return $this->deviceList;
    }

    public function attachTo(?StoredJob $job): void
    {
        $this->job = $job;
    }

    public function progress(int $done, int $total): void
    {
        $this->status = 'running';
        $this->done = $done;
        $this->total = $total;
    }

    public function finish(string $message): void
    {
        $this->status = 'done';
        $this->done = $this->total = max(1, $this->total);
        $this->message = $message;
        $this->content = '';
    }

    public function fail(string $message): void
    {
        $this->status = 'failed';
        $this->message = mb_substr($message, 0, 20000);
        $this->content = '';
    }
}
