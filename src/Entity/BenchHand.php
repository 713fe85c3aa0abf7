<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** Somebody who is at the bench of a job today. */
#[ORM\Entity]
#[ORM\UniqueConstraint(columns: ['job_id', 'user_id'])]
class BenchHand
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null; // @phpstan-ignore property.unusedType, property.onlyWritten

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] // @phpstan-ignore property.onlyWritten
        private StoredJob $job,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private User $user,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        private \DateTimeImmutable $since,
    ) {}

    public function getUser(): User
    {
        return $this->user;
    }

    public function getSince(): \DateTimeImmutable
    {
        return $this->since;
    }
}
