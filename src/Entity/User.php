<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Security\Core\User\PasswordAuthenticatedUserInterface;
use Symfony\Component\Security\Core\User\UserInterface;
use Vorhut\App\People\Role;

/** Somebody who works on jobs. */
#[ORM\Entity]
#[ORM\Table(name: 'user_account')]
class User implements UserInterface, PasswordAuthenticatedUserInterface
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null; // @phpstan-ignore property.unusedType

    #[ORM\Column]
    private string $password = '';

    public function __construct(
        #[ORM\Column(length: 60, unique: true)]
        private string $username,
        #[ORM\Column(length: 120)]
        private string $displayName,
        #[ORM\Column(type: Types::STRING, length: 20, enumType: Role::class)]
        private Role $role,
    ) {
    }

    public function getId(): ?int
    {
        return $this->id;
    }

    public function getUserIdentifier(): string
    {
        return '' === $this->username ? throw new \LogicException('A user without a name.') : $this->username;
    }

    public function getDisplayName(): string
    {
        return $this->displayName;
    }

    public function getRole(): Role
    {
        return $this->role;
    }

    /** @return list<string> */
    public function getRoles(): array
    {
        return [$this->role->value];
    }

    public function getPassword(): string
    {
        return $this->password;
    }

    public function setPassword(string $hash): void
    {
        $this->password = $hash;
    }

    public function eraseCredentials(): void
    {
    }
}
