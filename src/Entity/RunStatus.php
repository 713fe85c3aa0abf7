<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

/** How far a run has come. */
enum RunStatus: string
{
    case Waiting = 'waiting';
    case Running = 'running';
    case Done = 'done';
    case Cancelled = 'cancelled';
    case Failed = 'failed';

    public function isOver(): bool
    {
        return self::Waiting !== $this && self::Running !== $this;
    }
}
