<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\RequestStack;
use Symfony\Component\Security\Core\Exception\TooManyLoginAttemptsAuthenticationException;
use Symfony\Component\Security\Http\Authenticator\Passport\Badge\UserBadge;
use Symfony\Component\Security\Http\Event\CheckPassportEvent;
use Symfony\Component\Security\Http\Event\LoginFailureEvent;
use Symfony\Component\Security\Http\Event\LoginSuccessEvent;
use Vorhut\App\Web\AttemptCounter;

/**
 * After five wrong passwords within a minute a name has to wait from where they came; after five times as many, that place has to
 * wait with any name.
 */
final readonly class LoginThrottle
{
    private const MAX = 5;
    private const MAX_FROM_ONE_PLACE = 25;

    public function __construct(
        private AttemptCounter $tries,
        private RequestStack $requests,
    ) {}

    #[AsEventListener(priority: 2080)]
    public function refuse(CheckPassportEvent $event): void
    {
        $badge = $event->getPassport()->getBadge(UserBadge::class);
        $name = $badge instanceof UserBadge ? $badge->getUserIdentifier() : '';
        foreach ($this->limits($name) as $key => $max) {
            if ($this->tries->count($key) >= $max) {
                throw new TooManyLoginAttemptsAuthenticationException(1);
            }
        }
    }

    #[AsEventListener]
    public function count(LoginFailureEvent $event): void
    {
        if ($event->getException() instanceof TooManyLoginAttemptsAuthenticationException) {
            return;
        }
        $badge = $event->getPassport()?->getBadge(UserBadge::class);
        $name = $badge instanceof UserBadge ? $badge->getUserIdentifier() : '';
        foreach (array_keys($this->limits($name)) as $key) {
            $this->tries->add($key);
        }
    }

    #[AsEventListener]
    public function forget(LoginSuccessEvent $event): void
    {
        $this->tries->forget(array_key_first($this->limits($event->getUser()->getUserIdentifier())));
    }

    /** @return non-empty-array<string, int> wrong passwords that are too many, by what they are counted for: the name, then the place */
    private function limits(string $name): array
    {
        $place = $this->requests->getMainRequest()?->getClientIp() ?? '';

        return [
            'login-'.hash('xxh128', mb_strtolower($name).' '.$place) => self::MAX,
            'login-'.hash('xxh128', $place) => self::MAX_FROM_ONE_PLACE,
        ];
    }
}
