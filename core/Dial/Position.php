<?php

declare(strict_types=1);

namespace Vorhut\Core\Dial;

/** One position of a digit map. */
final readonly class Position
{
    /**
     * @param int $symbols a bit for each of Digits::SYMBOLS it takes, and DigitMap::TIMER
     * @param bool $repeats whether it takes any number of them, none included
     */
    public function __construct(public int $symbols, public bool $repeats) {}

    public function takesDigits(): bool
    {
        return 0 !== ($this->symbols & ~DigitMap::TIMER);
    }

    public function takesTimer(): bool
    {
        return 0 !== ($this->symbols & DigitMap::TIMER);
    }
}
