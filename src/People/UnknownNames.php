<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\PasswordHasher\Hasher\PasswordHasherFactoryInterface;
use Symfony\Component\Security\Core\Exception\UserNotFoundException;
use Symfony\Component\Security\Http\Event\LoginFailureEvent;
use Vorhut\App\Entity\User;

/** A name that nobody has takes as long to refuse as a wrong password, so that the time does not tell which names there are. */
final readonly class UnknownNames
{
    public function __construct(private PasswordHasherFactoryInterface $hashers) {}

    #[AsEventListener]
    public function spendTheSameTime(LoginFailureEvent $event): void
    {
        for ($e = $event->getException(); null !== $e; $e = $e->getPrevious()) {
            if ($e instanceof UserNotFoundException) {
                $this->hashers->getPasswordHasher(User::class)->hash('a password that nobody has');

                return;
            }
        }
    }
}
