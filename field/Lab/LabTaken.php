<?php

declare(strict_types=1);

namespace Vorhut\Field\Lab;

/** The lab of that job runs already. */
final class LabTaken extends \RuntimeException
{
    public static function by(string $name, int $pid): self
    {
        $sentence = 'A lab of "%s" runs on this machine already, as process %d. End that one first, or use it.';

        return new self(\sprintf($sentence, $name, $pid));
    }
}
