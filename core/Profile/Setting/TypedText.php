<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Setting;

/** Makes a value of a setting of what somebody typed. */
final class TypedText
{
    /** @return mixed null for nothing; what cannot be read stays as it was typed, to be refused with what is allowed */
    public static function read(Setting $setting, string $text): mixed
    {
        $text = trim($text);
        if ('' === $text) {
            return null;
        }
        if (!$setting->list) {
            return self::one($setting, $text);
        }
        $parts = array_filter(array_map(trim(...), explode(',', $text)), static fn (string $part): bool => '' !== $part);

        return array_map(static fn (string $part): mixed => self::one($setting, $part), array_values($parts));
    }

    private static function one(Setting $setting, string $text): mixed
    {
        if (SettingType::Flag === $setting->type) {
            return match (strtolower($text)) {
                'on', 'yes', 'true', '1' => true,
                'off', 'no', 'false', '0' => false,
                default => $text,
            };
        }
        foreach ($setting->choices as $choice) {
            if (0 === strcasecmp($choice->label, $text)) {
                return $choice->value;
            }
        }
        $number = str_replace(',', '.', $text);
        if (!$setting->type->isNumber() || !is_numeric($number)) {
            return $text;
        }

        return 1 === preg_match('/^-?\d{1,15}$/D', $number) ? (int) $number : (float) $number;
    }
}
