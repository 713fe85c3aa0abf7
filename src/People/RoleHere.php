<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\HttpFoundation\RequestStack;
use Twig\Attribute\AsTwigFunction;
use Vorhut\App\Entity\Role;
use Vorhut\App\Entity\User;
use Vorhut\App\Plan\JobRoles;

/** What a person may do where they are: on the pages of a job their role in it, elsewhere their own. */
final readonly class RoleHere
{
    public function __construct(private JobRoles $roles, private RequestStack $requests, private Security $security) {}

    public function roleOf(User $user): ?Role
    {
        $slug = $this->requests->getMainRequest()?->attributes->get('slug');

        return \is_string($slug) ? $this->roles->roleOf($user, $slug) : $user->getRole();
    }

    #[AsTwigFunction('my_role')]
    public function label(): string
    {
        $user = $this->security->getUser();

        return Role::word($user instanceof User ? $this->roleOf($user) : null);
    }
}
