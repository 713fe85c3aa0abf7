<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;
use Vorhut\App\Entity\User;

/** Passwords that people choose for themselves (NIST SP 800-63B, section 5.1.1.2: long rather than odd). */
final readonly class Passwords
{
    public const SHORTEST = 12;
    private const LONGEST = 200;

    public function __construct(private UserPasswordHasherInterface $hasher) {}

    public function isOf(User $user, string $password): bool
    {
        return '' !== $user->getPassword() && $this->hasher->isPasswordValid($user, $password);
    }

    /** @return string what is wrong with it, '' where it was taken: with the old one every session ends, and the link */
    public function choose(User $user, string $password, string $again): string
    {
        $wrong = match (true) {
            mb_strlen($password) < self::SHORTEST => \sprintf(
                '%d characters were given; allowed are %d and more. Three or four words are easy to remember.',
                mb_strlen($password),
                self::SHORTEST,
            ),
            \strlen($password) > self::LONGEST => \sprintf('That is longer than %d characters. Choose a shorter one.', self::LONGEST),
            str_contains(mb_strtolower($password), mb_strtolower($user->getUserIdentifier())) => 'Your name is in it. Choose another one.',
            $password !== $again => 'The two passwords differ. Enter them again.',
            default => '',
        };
        if ('' === $wrong) {
            $user->setPassword($this->hasher->hashPassword($user, $password));
            $user->endLink();
        }

        return $wrong;
    }
}
