<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Symfony\Bundle\SecurityBundle\Security;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\Core\Job\ChangeSet;

/** What the person who is logged in may change: pages offer nothing else. */
final readonly class Rights
{
    public function __construct(private Security $security, private JobRoles $roles) {}

    public function allow(StoredJob $job, ChangeSet $change): bool
    {
        $user = $this->security->getUser();

        return $user instanceof User && ChangeRights::allow($this->roles->roleOf($user, $job->getSlug()), $change);
    }
}
