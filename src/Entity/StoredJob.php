<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Vorhut\Core\Job\JobInfo;
use Vorhut\Core\Net\Ipv4Prefix;

/** A job as the database keeps it: the frame of its file here, its records in tables of their own. */
#[ORM\Entity]
#[ORM\Table(name: 'job')]
class StoredJob
{
    use HasId;

    /** Counts every change; what was computed for a revision stays right for it. */
    #[ORM\Column]
    private int $revision = 1;

    /** False while a large file is still coming in. */
    #[ORM\Column]
    private bool $ready = true;

    /** Confirmed ranges as text, a comma between; empty: field mode is off. */
    #[ORM\Column(length: 400)]
    private string $fieldRanges = '';

    /** How it stood when it was last looked at: see JobFigures. */
    #[ORM\Column(length: 200)]
    private string $figures = '[]';

    /** Its days, for the list of jobs: see DueDates. */
    #[ORM\Column(type: Types::TEXT, length: 65535, options: ['default' => '[]'])]
    private string $dates = '[]';

    /** Null: it is in the list of jobs. */
    #[ORM\Column(type: Types::DATETIME_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $archivedAt = null;

    public function __construct(
        #[ORM\Column(length: 64, unique: true)]
        private string $slug,
        #[ORM\Column(length: 120)]
        private string $name,
        #[ORM\Column(length: 200)]
        private string $client,
        #[ORM\Column(length: 60)]
        private string $timezone,
        /** The file without the content of its lists, as JSON. */
        #[ORM\Column(type: Types::TEXT, length: 16777215)]
        private string $frame,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $createdAt,
    ) {}

    public function getSlug(): string
    {
        return $this->slug;
    }

    public function getName(): string
    {
        return $this->name;
    }

    public function getClient(): string
    {
        return $this->client;
    }

    public function getTimezone(): \DateTimeZone
    {
        return new \DateTimeZone('' === $this->timezone ? 'UTC' : $this->timezone);
    }

    public function getFrame(): string
    {
        return $this->frame;
    }

    public function getRevision(): int
    {
        return $this->revision;
    }

    public function getCreatedAt(): \DateTimeImmutable
    {
        return $this->createdAt;
    }

    public function keepFigures(string $figures, string $dates): void
    {
        $this->figures = $figures;
        $this->dates = $dates;
    }

    public function getDates(): string
    {
        return $this->dates;
    }

    public function isArchived(): bool
    {
        return null !== $this->archivedAt;
    }

    /** @param \DateTimeImmutable|null $at null takes it out of the archive */
    public function archive(?\DateTimeImmutable $at): void
    {
        $this->archivedAt = $at;
    }

    public function getFigures(): string
    {
        return $this->figures;
    }

    public function isReady(): bool
    {
        return $this->ready;
    }

    public function setReady(bool $ready): void
    {
        $this->ready = $ready;
    }

    /** @return list<Ipv4Prefix> what live tests may contact besides loopback */
    public function getFieldRanges(): array
    {
        return '' === $this->fieldRanges ? [] : array_map(Ipv4Prefix::fromString(...), explode(',', $this->fieldRanges));
    }

    /** @param list<Ipv4Prefix> $ranges none switches field mode off */
    public function setFieldRanges(array $ranges): void
    {
        $this->fieldRanges = implode(',', array_map(strval(...), $ranges));
    }

    /** The job has other facts; its address stays, so that links to it do. */
    public function reframe(JobInfo $info, string $frame): void
    {
        $this->name = $info->name;
        $this->client = $info->client;
        $this->timezone = $info->timezone;
        $this->frame = $frame;
    }

    public function changed(): void
    {
        ++$this->revision;
    }
}
