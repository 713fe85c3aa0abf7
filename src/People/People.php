<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Doctrine\DBAL\Exception\UniqueConstraintViolationException;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\Persistence\ManagerRegistry;
use Vorhut\App\Entity\Role;
use Vorhut\App\Entity\User;
use Vorhut\Core\InvalidValue;

/** Who works here: people are invited, get a role, are switched off and on. One lead always stays. */
final readonly class People
{
    private const NAME = '/^[a-z][a-z0-9.-]{1,59}$/D';

    public function __construct(private EntityManagerInterface $em, private ManagerRegistry $registry, private Links $links) {}

    /** @return list<User> by name, those switched off last */
    public function all(): array
    {
        return $this->em->getRepository(User::class)->findBy([], ['active' => 'DESC', 'displayName' => 'ASC']);
    }

    public function isEmpty(): bool
    {
        return 0 === $this->em->getRepository(User::class)->count([]);
    }

    /** @throws InvalidValue for a name that nobody has */
    public function named(string $username): User
    {
        return $this->em->getRepository(User::class)->findOneBy(['username' => $username])
            ?? throw new InvalidValue($username, 'the name of a person', 'See the list of people.');
    }

    /**
     * @return string the link by which they choose a password
     *
     * @throws InvalidValue
     */
    public function invite(string $username, string $displayName, ?Role $role): string
    {
        $username = mb_strtolower(trim($username));
        $displayName = trim($displayName);
        if (1 !== preg_match(self::NAME, $username)) {
            $allowed = '2 to 60 small letters, digits, dots and hyphens, a letter first';
            throw new InvalidValue($username, $allowed, 'Choose a user name.');
        }
        if (null !== $this->em->getRepository(User::class)->findOneBy(['username' => $username])) {
            throw self::isTaken($username);
        }
        $user = new User($username, self::displayName($displayName), $role);
        $this->em->persist($user);
        try {
            return $this->linkFor($user);
        } catch (UniqueConstraintViolationException) {
            $this->registry->resetManager();
            throw self::isTaken($username);
        }
    }

    /** A way in for somebody who has lost theirs: the old password and every session end. */
    public function reset(User $user): string
    {
        $user->setPassword('');
        $user->endSessions();

        return $this->linkFor($user);
    }

    /** @throws InvalidValue */
    public function rename(User $user, string $displayName): void
    {
        $user->rename(self::displayName(trim($displayName)));
        $this->em->flush();
    }

    /** @throws InvalidValue when nobody would be left to manage people */
    public function setRole(User $user, ?Role $role): void
    {
        if (Role::Lead !== $role) {
            $this->keepALead($user);
        }
        $user->setRole($role);
        $this->em->flush();
    }

    /** @throws InvalidValue when nobody would be left to manage people */
    public function setActive(User $user, bool $active): void
    {
        if (!$active) {
            $this->keepALead($user);
        }
        $user->setActive($active);
        $this->em->flush();
    }

    public function endSessions(User $user): void
    {
        $user->endSessions();
        $this->em->flush();
    }

    private static function isTaken(string $username): InvalidValue
    {
        return new InvalidValue($username, 'a name that is not taken', 'That name is taken. Choose another one.');
    }

    private function linkFor(User $user): string
    {
        $link = $this->links->give($user);
        $this->em->flush();

        return $link;
    }

    private function keepALead(User $besides): void
    {
        $leads = $this->em->getRepository(User::class)->findBy(['role' => Role::Lead, 'active' => true]);
        $others = array_filter($leads, static fn (User $u): bool => $u !== $besides && '' !== $u->getPassword());
        if (Role::Lead === $besides->getRole() && $besides->isActive() && [] === $others) {
            throw new InvalidValue(
                $besides->getDisplayName(),
                'a person who is not the only lead',
                'Otherwise nobody could invite people. Make somebody else a lead first.',
            );
        }
    }

    /** @throws InvalidValue */
    private static function displayName(string $name): string
    {
        return '' !== $name && mb_strlen($name) <= 120
            ? $name
            : throw new InvalidValue($name, '1 to 120 characters', 'Enter the display name.');
    }
}
