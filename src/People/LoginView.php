<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Symfony\Component\Security\Core\Exception\DisabledException;
use Symfony\Component\Security\Core\Exception\TooManyLoginAttemptsAuthenticationException;
use Symfony\Component\Security\Http\Authentication\AuthenticationUtils;

/** The login form, after a try that failed or before the first. */
final readonly class LoginView
{
    private function __construct(public string $username, public string $error) {}

    public static function fromAttempt(AuthenticationUtils $authentication): self
    {
        $error = match (true) {
            null === ($e = $authentication->getLastAuthenticationError()) => '',
            $e instanceof DisabledException => 'Your account is deactivated. Ask the lead who invited you.',
            $e instanceof TooManyLoginAttemptsAuthenticationException => 'Too many attempts with this name. Wait a minute, then try again.',
            default => 'User name or password is wrong. Check capitals and try again.',
        };

        return new self($authentication->getLastUsername(), $error);
    }
}
