<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

/** A day of the calendar (ISO 8601), as text. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class Day extends Field
{
    private const MONTHS = [
        'january', 'february', 'march', 'april', 'may', 'june', 'july', 'august', 'september', 'october', 'november', 'december',
    ];

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

    /** The day of what people write: 2026-12-15, 15.12.2026, 15 December 2026, 15/12/2026 where that can be only one day. */
    public function typed(string $text): ?string
    {
        $text = trim($text);

        return '' === $text ? null : self::fromWords($text) ?? $text;
    }

    private static function fromWords(string $text): ?string
    {
        if (1 === preg_match('/^(\d{4})-(\d{1,2})-(\d{1,2})$/D', $text, $m)) {
            return self::written((int) $m[1], (int) $m[2], (int) $m[3]);
        }
        if (1 === preg_match('/^(\d{1,2})\.\s?(\d{1,2})\.\s?(\d{4})$/D', $text, $m)) {
            return self::written((int) $m[3], (int) $m[2], (int) $m[1]);
        }
        if (1 === preg_match('/^(\d{1,2})\.? ([a-z]{3,9})\.? (\d{4})$/Di', $text, $m)) {
            return self::written((int) $m[3], self::month($m[2]), (int) $m[1]);
        }
        if (1 === preg_match('#^(\d{1,2})/(\d{1,2})/(\d{4})$#D', $text, $m)) {
            $days = [self::written((int) $m[3], (int) $m[2], (int) $m[1]), self::written((int) $m[3], (int) $m[1], (int) $m[2])];
            $days = array_values(array_unique(array_filter($days, \is_string(...))));

            return 1 === \count($days) ? $days[0] : null;
        }

        return null;
    }

    /** @return int from 1 on; 0 where no month begins so */
    private static function month(string $word): int
    {
        foreach (self::MONTHS as $index => $month) {
            if (str_starts_with($month, strtolower($word))) {
                return $index + 1;
            }
        }

        return 0;
    }

    private static function written(int $year, int $month, int $day): ?string
    {
        return checkdate($month, $day, $year) ? \sprintf('%04d-%02d-%02d', $year, $month, $day) : null;
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

    public function width(): int
    {
        return 18;
    }
}
