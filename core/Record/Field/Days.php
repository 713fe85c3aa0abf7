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

    /** @return list<string> */
    public function typed(string $text): array
    {
        $day = new Day();

        return array_map(static fn (string $written): string => $day->typed($written) ?? $written, parent::typed($text));
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
