<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** When somebody was last at a job, and the time before that: what happened since is new to them. */
#[ORM\Entity]
#[ORM\UniqueConstraint(columns: ['job_id', 'user_id'])]
class JobLook
{
    /** It is remembered to the minute. */
    private const MINUTE = 60;

    /** Who comes back within this is still there. */
    private const STILL_THERE = 1800;

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null; // @phpstan-ignore property.unusedType, property.onlyWritten

    #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
    private \DateTimeImmutable $since;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] // @phpstan-ignore property.onlyWritten
        private StoredJob $job,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] // @phpstan-ignore property.onlyWritten
        private User $user,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $at,
    ) {
        $this->since = $at;
    }

    public function look(\DateTimeImmutable $now): void
    {
        $away = $now->getTimestamp() - $this->at->getTimestamp();
        if ($away > self::STILL_THERE) {
            $this->since = $this->at;
        }
        $this->at = $away >= self::MINUTE ? $now : $this->at;
    }

    public function getSince(): \DateTimeImmutable
    {
        return $this->since;
    }
}
