<?php

declare(strict_types=1);

namespace Vorhut\Field\Lab;

/** Ports below 1024 need a right that ordinary users lack; for them they move up by 40000 in the lab. */
final readonly class LabPorts
{
    private const SHIFT = 40000;

    public function __construct(private bool $privileged) {}

    public static function ofThisUser(): self
    {
        return new self(0 === posix_geteuid());
    }

    public function toLab(int $port): int
    {
        return $port < 1024 && !$this->privileged ? $port + self::SHIFT : $port;
    }
}
