<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask\Filling;

/** Who answered, and when. */
final readonly class Given
{
    /** @param string|null $on a day (ISO 8601) */
    public function __construct(public string $by, public ?string $on)
    {
    }
}
