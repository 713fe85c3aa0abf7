<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

/** A record that is not made yet. */
final class NewRecord
{
    /** What stands for its id in the address of its form. */
    public const ID = '+';
}
