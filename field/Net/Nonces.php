<?php

declare(strict_types=1);

namespace Vorhut\Field\Net;

/**
 * Nonces for digest authentication that carry their own time and mark (RFC 7616, section 3.3): none has to be kept, however many ask.
 *
 * What is kept is only which of them was used with which count, until it is stale anyway.
 */
final class Nonces
{
    /** Seconds a nonce is good for. */
    private const GOOD_FOR = 300;
    private const MARK = 32;

    private readonly string $key;

    /** @var array<string, int> second until which it is kept, by nonce and count */
    private array $used = [];

    /** @param \Closure(): int|null $now seconds */
    public function __construct(private readonly ?\Closure $now = null)
    {
        $this->key = random_bytes(32);
    }

    public function make(): string
    {
        $plain = \sprintf('%08x%s', $this->now(), bin2hex(random_bytes(8)));

        return $plain.$this->mark($plain);
    }

    /** Whether it was made here, however long ago. */
    public function isOurs(string $nonce): bool
    {
        $plain = substr($nonce, 0, -self::MARK);

        return 24 === \strlen($plain) && hash_equals($this->mark($plain), substr($nonce, -self::MARK));
    }

    /**
     * Whether it is good for this use; what was used once is not good again.
     *
     * @param string $count of the client; '' where it sends none, and then the nonce is good any number of times
     */
    public function use(string $nonce, string $count): bool
    {
        $until = $this->isOurs($nonce) ? (int) hexdec(substr($nonce, 0, 8)) + self::GOOD_FOR : 0;
        $this->used = 999 === \count($this->used) % 1000
            ? array_filter($this->used, fn (int $second): bool => $second > $this->now())
            : $this->used;
        $isGood = $until > $this->now() && !isset($this->used[$nonce.' '.$count]);
        if ($isGood && '' !== $count) {
            $this->used[$nonce.' '.$count] = $until;
        }

        return $isGood;
    }

    private function mark(string $plain): string
    {
        return substr(hash_hmac('sha256', $plain, $this->key), 0, self::MARK);
    }

    private function now(): int
    {
        return null === $this->now ? intdiv(hrtime(true), 1_000_000_000) : ($this->now)();
    }
}
