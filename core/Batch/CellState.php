<?php

declare(strict_types=1);

namespace Vorhut\Core\Batch;

/** How a step of a unit stands. */
enum CellState: string
{
    case Done = 'done';
    /** It can be done now. */
    case Ready = 'ready';
    /** Its unit restarts, or starts. */
    case Running = 'running';
    /** Another unit has the factory address, or is about to have it. */
    case Queued = 'queued';
    /** It waits for an answer, a licence, a partner. */
    case Blocked = 'blocked';
    /** Others come before it. */
    case Later = 'later';

    public function label(): string
    {
        return match ($this) {
            self::Done => 'done',
            self::Ready => 'now',
            self::Running => 'running',
            self::Queued => 'another device has its factory address',
            self::Blocked => 'waits',
            self::Later => 'later',
        };
    }
}
