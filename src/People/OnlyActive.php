<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Symfony\Component\Security\Core\Exception\DisabledException;
use Symfony\Component\Security\Core\User\UserCheckerInterface;
use Symfony\Component\Security\Core\User\UserInterface;
use Vorhut\App\Entity\User;

/** Who was switched off does not come in; only with the right password are they told why. */
final readonly class OnlyActive implements UserCheckerInterface
{
    public function checkPreAuth(UserInterface $user): void {}

    public function checkPostAuth(UserInterface $user): void
    {
        if ($user instanceof User && !$user->isActive()) {
            throw new DisabledException();
        }
    }
}
