<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Vorhut\App\Entity\JobRole;
use Vorhut\App\Entity\Role;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\App\Plan\JobRoles;
use Vorhut\Core\InvalidValue;

/** Who may do what in one job, where that is not what they may do everywhere. One lead always stays. */
final readonly class JobPeople
{
    public function __construct(
        private EntityManagerInterface $em,
        private People $people,
        private JobRoles $roles,
        private ClockInterface $clock,
    ) {}

    /** @return array<string, JobRole> what this job says of its own, by the name people log in with */
    public function own(StoredJob $job): array
    {
        $own = [];
        foreach ($this->em->getRepository(JobRole::class)->findBy(['job' => $job]) as $role) {
            $own[$role->getUser()->getUserIdentifier()] = $role;
        }

        return $own;
    }

    /**
     * @param Role|null $role null: they do not see it
     *
     * @throws InvalidValue when the job would be left without a lead
     */
    public function set(StoredJob $job, User $user, ?Role $role, User $by): void
    {
        $this->keepALead($job, $user, $role);
        $own = $this->own($job)[$user->getUserIdentifier()] ?? null;
        if (null === $own) {
            $this->em->persist(new JobRole(job: $job, user: $user, role: $role, by: $by, at: $this->clock->now()));
        } else {
            $own->set($role, $by, $this->clock->now());
        }
        $this->em->flush();
        $this->roles->reset();
    }

    /**
     * From now on they may do here what they may do everywhere.
     *
     * @throws InvalidValue when the job would be left without a lead
     */
    public function asEverywhere(StoredJob $job, User $user): void
    {
        $this->keepALead($job, $user, $user->getRole());
        $own = $this->own($job)[$user->getUserIdentifier()] ?? null;
        if (null !== $own) {
            $this->em->remove($own);
            $this->em->flush();
            $this->roles->reset();
        }
    }

    private function keepALead(StoredJob $job, User $user, ?Role $role): void
    {
        $isLead = fn (User $u): bool => $u->isActive() && Role::Lead === $this->roles->roleOf($u, $job->getSlug());
        $others = array_filter($this->people->all(), static fn (User $u): bool => $u !== $user && $isLead($u));
        if (Role::Lead !== $role && [] === $others) {
            throw new InvalidValue(
                $user->getDisplayName(),
                'a person who is not the only lead of this job',
                'Otherwise nobody could change its networks. Make somebody else a lead first.',
            );
        }
    }
}
