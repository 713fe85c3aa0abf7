<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

/** What people call the values of an enum. */
final class Labels
{
    /**
     * @param class-string<\BackedEnum> $enum
     *
     * @return array<string, string> by value
     */
    public static function all(string $enum): array
    {
        $labels = [];
        foreach ($enum::cases() as $case) {
            $value = (string) $case->value;
            $labels[$value] = $case instanceof HasLabel ? $case->label() : str_replace('-', ' ', $value);
        }

        return $labels;
    }

    /**
     * The value of what somebody wrote: itself, its label, or how one of them alone begins, from three letters on.
     *
     * @param array<array-key, string> $labels by value
     */
    public static function value(array $labels, string $text): ?string
    {
        $wanted = mb_strtolower($text);
        $begin = [];
        foreach ($labels as $value => $label) {
            $label = mb_strtolower($label);
            if ($wanted === mb_strtolower((string) $value) || $wanted === $label) {
                return (string) $value;
            }
            if (str_starts_with($label, $wanted)) {
                $begin[] = (string) $value;
            }
        }

        return mb_strlen($wanted) > 2 && 1 === \count($begin) ? $begin[0] : null;
    }
}
