<?php

declare(strict_types=1);

namespace Vorhut\Field\Net;

/** A target that may not be contacted: no socket was made. */
final class RefusedTarget extends \RuntimeException
{
    public static function port(int $port): self
    {
        return new self(\sprintf('%d is no port; allowed are 1 to 65535.', $port));
    }

    public static function address(string $address): self
    {
        return new self(
            \sprintf(
                '%s is not contacted: only 127.0.0.0/8 is, unless a lead has switched on field mode for the job and confirmed the range.',
                $address,
            ),
        );
    }

    public static function switchedOff(): self
    {
        return new self('Field mode was switched off, or its ranges were changed, while this ran. Nothing more was sent to the site.');
    }
}
