<?php

declare(strict_types=1);

namespace Vorhut\Core\Air;

/** How far one phone came in a log. */
final readonly class AirAttempt
{
    /**
     * @param AirStage|null $reached the furthest; null for none
     * @param AirStage|null $stopped before which it stopped; null where it came into service
     * @param string $reason as the log says it, '' where it says nothing
     */
    public function __construct(
        public string $who,
        public ?AirStage $reached,
        public ?AirStage $stopped,
        public string $reason,
        public int $lines,
    ) {}
}
