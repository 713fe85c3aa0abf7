<?php

declare(strict_types=1);

namespace Vorhut\Core\Dates;

use Vorhut\Core\Job\Device;

/** A day on which something is due, begins or ends. */
final readonly class DateAhead
{
    /**
     * @param string $key tells it apart from the others of the job, and stays the same when the day moves
     * @param string $on a day (ISO 8601)
     * @param string $todo what to do about it; '' for nothing
     * @param int $days from today; negative where it has passed
     */
    public function __construct(
        public string $key,
        public string $on,
        public string $title,
        public string $todo,
        public int $days,
        public ?Device $device = null,
    ) {}

    /** In words: "today", "in 5 days", "3 days ago". */
    public function when(): string
    {
        return match (true) {
            0 === $this->days => 'today',
            1 === $this->days => 'tomorrow',
            -1 === $this->days => 'yesterday',
            $this->days > 1 => \sprintf('in %d days', $this->days),
            default => \sprintf('%d days ago', -$this->days),
        };
    }
}
