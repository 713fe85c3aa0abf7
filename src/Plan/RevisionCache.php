<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Psr\Cache\CacheItemPoolInterface;
use Symfony\Component\Lock\LockFactory;
use Vorhut\App\Entity\StoredJob;

/** What was computed from a plan, by revision. It takes one place a job whatever the revision, so it does not grow with every edit. */
final readonly class RevisionCache
{
    private const FOR = 'P7D';

    public function __construct(private CacheItemPoolInterface $cache, private LockFactory $locks) {}

    /** Null where nothing is kept of this revision. */
    public function recall(string $what, StoredJob $stored, int $revision): mixed
    {
        [$kept, $value] = $this->read($what, $stored);

        return $kept === $revision ? $value : null;
    }

    /** Of whatever revision; null where nothing is kept. */
    public function latest(string $what, StoredJob $stored): mixed
    {
        return $this->read($what, $stored)[1];
    }

    /** Unless something of a later revision is kept already. */
    public function keep(string $what, StoredJob $stored, int $revision, mixed $value): void
    {
        if ($revision >= $this->read($what, $stored)[0]) {
            $item = $this->cache->getItem(self::key($what, $stored));
            $this->cache->save($item->set([$revision, $value])->expiresAfter(new \DateInterval(self::FOR)));
        }
    }

    /**
     * Many may ask at once: one computes, the others wait for what comes of it.
     *
     * @template T
     *
     * @param callable(): array{int, T} $compute tells the revision it was computed from
     *
     * @return T
     */
    public function once(string $what, StoredJob $stored, int $revision, callable $compute): mixed
    {
        /** @var T|null $known */
        $known = $this->recall($what, $stored, $revision);
        if (null !== $known) {
            return $known;
        }
        $lock = $this->locks->createLock(self::key($what, $stored));
        $lock->acquire(true);
        try {
            /** @var T|null $known */
            $known = $this->recall($what, $stored, $revision);
            if (null !== $known) {
                return $known;
            }
            [$of, $value] = $compute();
            $this->keep($what, $stored, $of, $value);

            return $value;
        } finally {
            $lock->release();
        }
    }

    /** @return array{int, mixed} revision and value, 0 where nothing is kept */
    private function read(string $what, StoredJob $stored): array
    {
        /** @var array{int, mixed}|null $kept */
        $kept = $this->cache->getItem(self::key($what, $stored))->get();

        return $kept ?? [0, null];
    }

    private static function key(string $what, StoredJob $stored): string
    {
        return $what.'-'.JobContext::keyOf($stored, 0);
    }
}
