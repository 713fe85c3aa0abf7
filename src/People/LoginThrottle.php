<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Psr\Cache\CacheItemPoolInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\RequestStack;
use Symfony\Component\Lock\LockFactory;
use Symfony\Component\Security\Core\Exception\TooManyLoginAttemptsAuthenticationException;
use Symfony\Component\Security\Http\Authenticator\Passport\Badge\UserBadge;
use Symfony\Component\Security\Http\Event\CheckPassportEvent;
use Symfony\Component\Security\Http\Event\LoginFailureEvent;
use Symfony\Component\Security\Http\Event\LoginSuccessEvent;

/**
 * After five wrong passwords within a minute a name has to wait from where they came; after five times as many, that place has to
 * wait with any name.
 */
final readonly class LoginThrottle
{
    private const MOST = 5;
    private const MOST_FROM_ONE_PLACE = 25;
    private const SECONDS = 60;
    private const UNCOUNTED_SECONDS = 2;

    public function __construct(
        private CacheItemPoolInterface $loginAttempts,
        private LockFactory $locks,
        private RequestStack $requests,
        private ClockInterface $clock,
    ) {
    }

    #[AsEventListener(priority: 2080)]
    public function refuse(CheckPassportEvent $event): void
    {
        $badge = $event->getPassport()->getBadge(UserBadge::class);
        $name = $badge instanceof UserBadge ? $badge->getUserIdentifier() : '';
        foreach ($this->limits($name) as $key => $most) {
            if (\count($this->recent($key)) >= $most) {
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
            $lock = $this->locks->createLock($key);
            $lock->acquire(true);
            $item = $this->loginAttempts->getItem($key);
            $item->set([...$this->recent($key), $this->clock->now()->getTimestamp()])->expiresAfter(self::SECONDS);
            $isCounted = $this->loginAttempts->save($item);
            $lock->release();
            if (!$isCounted) {
                // A full disk does not count: then each wrong password costs time instead.
                $this->clock->sleep(self::UNCOUNTED_SECONDS);
            }
        }
    }

    #[AsEventListener]
    public function forget(LoginSuccessEvent $event): void
    {
        $this->loginAttempts->deleteItem(array_key_first($this->limits($event->getUser()->getUserIdentifier())));
    }

    /** @return non-empty-array<string, int> wrong passwords that are too many, by what they are counted for: the name, then the place */
    private function limits(string $name): array
    {
        $place = $this->requests->getMainRequest()?->getClientIp() ?? '';

        return [
            'login-'.hash('xxh128', mb_strtolower($name).' '.$place) => self::MOST,
            'login-'.hash('xxh128', $place) => self::MOST_FROM_ONE_PLACE,
        ];
    }

    /** @return list<int> times of wrong passwords within the last minute */
    private function recent(string $key): array
    {
        $times = $this->loginAttempts->getItem($key)->get();
        $since = $this->clock->now()->getTimestamp() - self::SECONDS;

        return array_values(array_filter(\is_array($times) ? $times : [], static fn (mixed $t): bool => \is_int($t) && $t > $since));
    }
}
