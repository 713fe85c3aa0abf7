<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** What a person may do in one job, where that is not what they may do everywhere. */
#[ORM\Entity]
#[ORM\Table(name: 'job_role')]
#[ORM\UniqueConstraint(name: 'job_role_one', columns: ['job_id', 'user_id'])]
class JobRole
{
    use HasId;

    /** Null: nothing, they do not even see it. */
    #[ORM\Column(type: Types::STRING, length: 20, nullable: true, enumType: Role::class)]
    private ?Role $role = null;

    #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'SET NULL')]
    private ?User $setBy = null;

    #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
    private \DateTimeImmutable $setAt;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private StoredJob $job,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private User $user,
        ?Role $role,
        User $by,
        \DateTimeImmutable $at,
    ) {
        $this->set($role, $by, $at);
    }

    public function set(?Role $role, User $by, \DateTimeImmutable $at): void
    {
        $this->role = $role;
        $this->setBy = $by;
        $this->setAt = $at;
    }

    public function getJob(): StoredJob
    {
        return $this->job;
    }

    public function getUser(): User
    {
        return $this->user;
    }

    public function getRole(): ?Role
    {
        return $this->role;
    }

    public function getSetBy(): ?User
    {
        return $this->setBy;
    }

    public function getSetAt(): \DateTimeImmutable
    {
        return $this->setAt;
    }
}
