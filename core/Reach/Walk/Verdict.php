<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Walk;

use Vorhut\Core\Reach\Cause\Cause;

/** What becomes of a request and its answer. */
final readonly class Verdict
{
    /**
     * @param list<string> $by who received the request
     * @param list<string> $hops the request's way, sender first
     */
    public function __construct(
        public bool $delivered,
        public bool $replied,
        public array $by,
        public Outcome $outcome,
        public ?Cause $cause,
        public array $hops,
    ) {}

    public function isOk(): bool
    {
        return Outcome::Ok === $this->outcome;
    }
}
