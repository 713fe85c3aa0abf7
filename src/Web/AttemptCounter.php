<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

use Psr\Cache\CacheItemPoolInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Lock\LockFactory;

/** Counts what went wrong within the last minute, so that nobody tries for ever. */
final readonly class AttemptCounter
{
    private const SECONDS = 60;
    private const UNCOUNTED_SECONDS = 2;

    public function __construct(
        private CacheItemPoolInterface $loginAttempts,
        private LockFactory $locks,
        private ClockInterface $clock,
    ) {}

    public function count(string $key): int
    {
        return \count($this->recent($key));
    }

    public function add(string $key): void
    {
        $lock = $this->locks->createLock($key);
        $lock->acquire(true);
        $item = $this->loginAttempts->getItem($key);
        $item->set([...$this->recent($key), $this->clock->now()->getTimestamp()])->expiresAfter(self::SECONDS);
        $isCounted = $this->loginAttempts->save($item);
        $lock->release();
        if (!$isCounted) {
            // A full disk does not count: then each wrong try costs time instead.
            $this->clock->sleep(self::UNCOUNTED_SECONDS);
        }
    }

    public function forget(string $key): void
    {
        $this->loginAttempts->deleteItem($key);
    }

    /** @return list<int> times of what went wrong */
    private function recent(string $key): array
    {
        $times = $this->loginAttempts->getItem($key)->get();
        $since = $this->clock->now()->getTimestamp() - self::SECONDS;

        return array_values(array_filter(\is_array($times) ? $times : [], static fn (mixed $t): bool => \is_int($t) && $t > $since));
    }
}
