<?php

declare(strict_types=1);

namespace Vorhut\App\People;

/** One's own account. */
final readonly class MeView
{
    public function __construct(
        public string $name,
        public string $username,
        public string $role,
        public string $nameError,
        public string $passwordError,
        public int $shortest,
    ) {}
}
