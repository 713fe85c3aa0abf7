<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;
use Symfony\Component\Security\Core\Authentication\Token\TokenInterface;
use Symfony\Component\Security\Core\Authorization\Voter\CacheableVoterInterface;
use Vorhut\App\Entity\Role;
use Vorhut\App\Entity\User;

/** Comes before all other voters: what a person may do is asked of the database, not of a session, and of the job at hand. */
#[AutoconfigureTag('security.voter', ['priority' => 300])]
final readonly class JobVoter implements CacheableVoterInterface
{
    public function __construct(private RoleHere $here) {}

    public function supportsAttribute(string $attribute): bool
    {
        return null !== Role::tryFrom($attribute);
    }

    public function supportsType(string $subjectType): bool
    {
        return true;
    }

    /** @param array<mixed> $attributes */
    public function vote(TokenInterface $token, mixed $subject, array $attributes): int
    {
        $user = $token->getUser();
        $needed = \is_string($attributes[0] ?? null) ? Role::tryFrom($attributes[0]) : null;
        if (!$user instanceof User || null === $needed) {
            return self::ACCESS_ABSTAIN;
        }

        return true === $this->here->roleOf($user)?->reaches($needed) ? self::ACCESS_GRANTED : self::ACCESS_DENIED;
    }
}
