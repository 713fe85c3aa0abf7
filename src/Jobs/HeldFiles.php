<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Psr\Cache\CacheItemPoolInterface;
use Vorhut\App\Entity\User;

/** Job files that came in and wait for their person's word, for an hour. */
final readonly class HeldFiles
{
    private const FOR = 'PT1H';

    public function __construct(private CacheItemPoolInterface $cache) {}

    /** @return string what it is taken by */
    public function hold(User $user, string $name, string $text): string
    {
        $token = bin2hex(random_bytes(16));
        $item = $this->cache->getItem(self::key($user, $token));
        $this->cache->save($item->set([$name, $text])->expiresAfter(new \DateInterval(self::FOR)));

        return $token;
    }

    /** @return array{string, string}|null name and text, once; null for what is held no more, or for somebody else */
    public function take(User $user, string $token): ?array
    {
        $key = self::key($user, $token);
        /** @var array{string, string}|null $held */
        $held = $this->cache->getItem($key)->get();
        $this->cache->deleteItem($key);

        return $held;
    }

    private static function key(User $user, string $token): string
    {
        return 'held-'.hash('sha256', $user->getId().' '.$token);
    }
}
