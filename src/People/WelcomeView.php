<?php

declare(strict_types=1);

namespace Vorhut\App\People;

/** Somebody about to choose a password. */
final readonly class WelcomeView
{
    public function __construct(public string $name, public string $username, public string $error, public int $shortest) {}
}
