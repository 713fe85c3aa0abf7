<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask\Target;

/** Who answered, and when. */
final readonly class AnswerContext
{
    /** @param string|null $on a day (ISO 8601) */
    public function __construct(public string $by, public ?string $on) {}
}
