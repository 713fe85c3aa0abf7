<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

/** How many connections the stand-ins of one process hold at once: idle ones must not use up its descriptors. */
final class Crowd
{
    private int $inside = 0;

    public function __construct(private readonly int $most)
    {
    }

    public function enter(): bool
    {
        if ($this->inside >= $this->most) {
            return false;
        }
        ++$this->inside;

        return true;
    }

    public function leave(): void
    {
        --$this->inside;
    }
}
