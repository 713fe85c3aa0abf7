<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Security\Core\User\EquatableInterface;
use Symfony\Component\Security\Core\User\PasswordAuthenticatedUserInterface;
use Symfony\Component\Security\Core\User\UserInterface;

/** Somebody who works on jobs. */
#[ORM\Entity]
#[ORM\Table(name: 'user_account')]
class User implements UserInterface, PasswordAuthenticatedUserInterface, EquatableInterface
{
    use HasId;

    /** In place of a stop of the tour: it is over, or was not wanted. */
    public const TOUR_OVER = 0;

    /** Empty until they have chosen one: nobody logs in with that. */
    #[ORM\Column]
    private string $password = '';

    #[ORM\Column]
    private bool $active = true;

    /** Raised to end every session they have. */
    #[ORM\Column]
    private int $sessions = 0;

    /** The stop of the tour they are at; null where they have not been asked. */
    #[ORM\Column(type: Types::SMALLINT, nullable: true)]
    private ?int $tour = null;

    /** The hash of the link by which they choose a password. */
    #[ORM\Column(length: 64, unique: true, nullable: true)]
    private ?string $link = null; // @phpstan-ignore property.onlyWritten

    #[ORM\Column(type: Types::DATETIME_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $linkUntil = null;

    /** @param Role|null $role in every job that does not say otherwise; null: only in jobs that name them */
    public function __construct(
        #[ORM\Column(length: 60, unique: true)]
        private string $username,
        #[ORM\Column(length: 120)]
        private string $displayName,
        #[ORM\Column(type: Types::STRING, length: 20, nullable: true, enumType: Role::class)]
        private ?Role $role,
    ) {}

    public function getUserIdentifier(): string
    {
        return '' === $this->username ? throw new \LogicException('A user without a name.') : $this->username;
    }

    public function getTour(): ?int
    {
        return $this->tour;
    }

    public function goOnTour(int $stop): void
    {
        $this->tour = $stop;
    }

    public function getDisplayName(): string
    {
        return $this->displayName;
    }

    public function rename(string $displayName): void
    {
        $this->displayName = $displayName;
    }

    public function getRole(): ?Role
    {
        return $this->role;
    }

    public function setRole(?Role $role): void
    {
        $this->role = $role;
    }

    /** @return list<string> what they may do beside all jobs; in a job JobVoter says it */
    public function getRoles(): array
    {
        return null === $this->role ? [] : [$this->role->value];
    }

    public function getPassword(): string
    {
        return $this->password;
    }

    public function setPassword(string $hash): void
    {
        $this->password = $hash;
    }

    public function isActive(): bool
    {
        return $this->active;
    }

    /** Whoever is switched off is logged out and has no way in. */
    public function setActive(bool $active): void
    {
        $this->active = $active;
        if (!$active) {
            $this->endSessions();
            $this->endLink();
        }
    }

    public function getSessions(): int
    {
        return $this->sessions;
    }

    public function endSessions(): void
    {
        ++$this->sessions;
    }

    public function giveLink(string $hash, \DateTimeImmutable $until): void
    {
        $this->link = $hash;
        $this->linkUntil = $until;
    }

    public function endLink(): void
    {
        $this->link = $this->linkUntil = null;
    }

    /** Until when their link can be used, null where they have none. */
    public function getLinkUntil(): ?\DateTimeImmutable
    {
        return $this->linkUntil;
    }

    public function eraseCredentials(): void {}

    /** Whether a session of the one is a session of the other: not after a new password, nor after all were ended. */
    public function isEqualTo(UserInterface $user): bool
    {
        return $user instanceof self
            && $user->username === $this->username
            && $user->password === $this->password
            && $user->sessions === $this->sessions;
    }
}
