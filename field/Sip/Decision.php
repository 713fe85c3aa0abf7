<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

/** What becomes of a call: groups of places that are asked together, one group after the other; or a refusal. */
final readonly class Decision
{
    /** @param list<Attempt> $attempts */
    private function __construct(public array $attempts, public int $status, public string $reason) {}

    /** @param list<Attempt> $attempts */
    public static function ring(array $attempts): self
    {
        return [] === $attempts ? self::refuse(480, 'Temporarily Unavailable') : new self($attempts, 0, '');
    }

    public static function refuse(int $status, string $reason): self
    {
        return new self([], $status, $reason);
    }
}
