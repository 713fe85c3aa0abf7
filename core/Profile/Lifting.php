<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

/** How many people lift a unit. */
final class Lifting
{
    /** Kilograms above which two lift (a usual limit; local rules may say less). */
    private const ONE_LIFTS = 20.0;

    public static function takesTwo(?float $kilograms): bool
    {
        return null !== $kilograms && $kilograms > self::ONE_LIFTS;
    }
}
