<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A photo that was kept with a step, without what the camera wrote into it. */
#[ORM\Entity]
#[ORM\Index(columns: ['job_id', 'device'])]
class StepPhoto
{
    use HasId;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private StoredJob $job,
        #[ORM\Column(length: 64)]
        private string $device,
        #[ORM\Column(length: 64)]
        private string $step,
        #[ORM\Column(length: 20)]
        private string $type,
        /** @var string|resource */
        #[ORM\Column(type: Types::BLOB, length: 16777215)]
        private mixed $bytes,
        #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'SET NULL')]
        private ?User $user,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $at,
    ) {}

    public function getJob(): StoredJob
    {
        return $this->job;
    }

    public function getDevice(): string
    {
        return $this->device;
    }

    public function getStep(): string
    {
        return $this->step;
    }

    public function getType(): string
    {
        return $this->type;
    }

    public function getBytes(): string
    {
        return \is_string($this->bytes) ? $this->bytes : (string) stream_get_contents($this->bytes, -1, 0);
    }

    public function getUser(): ?User
    {
        return $this->user;
    }

    public function getAt(): \DateTimeImmutable
    {
        return $this->at;
    }
}
