<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Doctrine\DBAL\Exception\ConnectionException;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Security\Core\Exception\UnsupportedUserException;
use Symfony\Component\Security\Core\Exception\UserNotFoundException;
use Symfony\Component\Security\Core\User\UserInterface;
use Symfony\Component\Security\Core\User\UserProviderInterface;
use Vorhut\App\Entity\User;

/**
 * The people of the database. While it is away nobody is logged out: a request then fails by itself, and the next one finds the person
 * as before.
 *
 * @implements UserProviderInterface<User>
 */
final readonly class SteadyUsers implements UserProviderInterface
{
    public function __construct(private EntityManagerInterface $em) {}

    public function refreshUser(UserInterface $user): UserInterface
    {
        if (!$user instanceof User) {
            throw new UnsupportedUserException();
        }
        try {
            return $this->loadUserByIdentifier($user->getUserIdentifier());
        } catch (ConnectionException) {
            return $user;
        }
    }

    public function supportsClass(string $class): bool
    {
        return is_a($class, User::class, true);
    }

    public function loadUserByIdentifier(string $identifier): User
    {
        return $this->em->getRepository(User::class)->findOneBy(['username' => $identifier])
            ?? throw new UserNotFoundException(\sprintf('Nobody is called "%s".', $identifier));
    }
}
