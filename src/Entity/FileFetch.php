<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** Somebody asked for the file of a unit: who, from where, what they got. */
#[ORM\Entity]
#[ORM\Index(columns: ['job_id', 'device', 'id'])]
class FileFetch
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null; // @phpstan-ignore property.unusedType, property.onlyWritten

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] // @phpstan-ignore property.onlyWritten
        private StoredJob $job,
        #[ORM\Column(length: 64, nullable: true)]
        private ?string $device,
        #[ORM\Column(length: 120)]
        private string $file,
        #[ORM\Column(length: 45)]
        private string $address,
        #[ORM\Column(length: 200)]
        private string $agent,
        #[ORM\Column(length: 20, enumType: FetchResult::class)]
        private FetchResult $result,
        /** Of what it got, without secrets; empty where it got nothing. */
        #[ORM\Column(length: 16)]
        private string $version,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $at,
    ) {}

    public function getDevice(): ?string
    {
        return $this->device;
    }

    public function getFile(): string
    {
        return $this->file;
    }

    public function getAddress(): string
    {
        return $this->address;
    }

    public function getAgent(): string
    {
        return $this->agent;
    }

    public function getResult(): FetchResult
    {
        return $this->result;
    }

    public function getVersion(): string
    {
        return $this->version;
    }

    public function getAt(): \DateTimeImmutable
    {
        return $this->at;
    }
}
