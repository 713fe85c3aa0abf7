<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

/** A day of the calendar (ISO 8601), as text. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class Day extends Field
{
    public function read(mixed $value): string
    {
        return self::is($value) ? $value : throw $this->refuse($value);
    }

    /** @phpstan-assert-if-true non-empty-string $value */
    public static function is(mixed $value): bool
    {
        return \is_string($value)
            && 1 === preg_match('/^(\d{4})-(\d\d)-(\d\d)$/D', $value, $m)
            && checkdate((int) $m[2], (int) $m[3], (int) $m[1]);
    }

    public function allowed(): string
    {
        return 'a day as year, month and day, such as 2027-03-01';
    }

    public function schema(): array
    {
        return ['type' => 'string', 'pattern' => '^\d{4}-\d\d-\d\d$', 'format' => 'date'];
    }

    public function isTechnical(): bool
    {
        return true;
    }
}
