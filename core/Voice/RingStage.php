<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

/** Who is rung together, and for how long, before a call goes on. */
final readonly class RingStage
{
    /**
     * @param list<string> $numbers extensions that ring; none for a trunk or a mailbox
     * @param int $seconds after which the next stage begins
     * @param string|null $trunk id of the trunk by which the call leaves
     * @param string|null $mailbox number whose mailbox answers
     */
    public function __construct(
        public array $numbers,
        public int $seconds,
        public ?string $trunk = null,
        public ?string $mailbox = null,
    ) {}
}
