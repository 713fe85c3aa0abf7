<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

/** A list of days (ISO 8601). */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class Days extends Listed
{
    protected function item(mixed $value): mixed
    {
        return (new Day())->read($value);
    }

    protected function itemSchema(): array
    {
        return (new Day())->schema();
    }

    public function isTechnical(): bool
    {
        return true;
    }
}
