<?php

declare(strict_types=1);

namespace Vorhut\Core\Visit;

/** A value that somebody read back from a unit at the bench. */
final readonly class ReadValue
{
    public function __construct(public string $device, public string $setting, public string $value) {}
}
