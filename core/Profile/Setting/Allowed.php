<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Setting;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;

/** What may stand in a setting. */
final class Allowed
{
    /** A secret stands in the plan by its name alone. */
    public const SECRET = 'secret:';

    /** @var array<string, int>|null */
    private static ?array $timeZones = null;

    /** @return string|null what is allowed, where the value is not; null where it is */
    public static function refusal(Setting $setting, mixed $value): ?string
    {
        if ($setting->list !== \is_array($value)) {
            return $setting->list ? 'a list in square brackets' : 'a single value';
        }
        foreach (\is_array($value) ? $value : [$value] as $one) {
            if (!self::fits($setting, $one)) {
                return self::says($setting);
            }
        }

        return null;
    }

    /** In a sentence about it. */
    public static function says(Setting $setting): string
    {
        if ($setting->secret) {
            return 'the name of a secret in the vault, such as secret:northpier-radius';
        }
        $said = match (true) {
            SettingType::Choice === $setting->type => 'one of '.implode(', ', self::values($setting)),
            '' !== $setting->says => $setting->says,
            '' !== $setting->pattern => 'text of the form '.$setting->pattern,
            default => $setting->type->label(),
        };
        $range = match (true) {
            null === $setting->min && null === $setting->max => '',
            null === $setting->max => ' of at least '.self::number($setting->min),
            null === $setting->min => ' of at most '.self::number($setting->max),
            default => \sprintf(' from %s to %s', self::number($setting->min), self::number($setting->max)),
        };
        $steps = null === $setting->step ? '' : ' in steps of '.self::number($setting->step);
        $not = [] === $setting->not ? '' : ', not '.implode(', ', $setting->not);

        return $said.$range.$steps.$not;
    }

    /** A value as the unit says it, with its unit. */
    public static function shown(Setting $setting, mixed $value): string
    {
        if (\is_array($value)) {
            return implode(', ', array_map(static fn (mixed $v): string => self::shown($setting, $v), $value));
        }
        foreach ($setting->choices as $choice) {
            if ($choice->value === self::text($value)) {
                return $choice->label;
            }
        }
        $text = self::text($value);

        return '' === $setting->unit || '' === $text ? $text : $text.' '.$setting->unit;
    }

    /** A value as it is typed. */
    public static function text(mixed $value): string
    {
        return match (true) {
            true === $value => 'on',
            false === $value => 'off',
            \is_array($value) => implode(', ', array_map(self::text(...), $value)),
            \is_scalar($value) => (string) $value,
            default => '',
        };
    }

    private static function fits(Setting $setting, mixed $value): bool
    {
        if (!\is_scalar($value) || \in_array(self::text($value), $setting->not, true)) {
            return false;
        }
        if ($setting->secret) {
            return \is_string($value) && 1 === preg_match('/^secret:[a-z0-9][a-z0-9._\/-]{0,120}$/D', $value);
        }
        if ($setting->type->isNumber()) {
            return self::isInRange($setting, $value);
        }
        if ('' !== $setting->pattern && 1 !== preg_match(Setting::regex($setting->pattern), (string) $value)) {
            return false;
        }

        return match ($setting->type) {
            SettingType::Choice => \in_array(self::text($value), self::values($setting), true),
            SettingType::Flag => \is_bool($value),
            SettingType::Address => self::reads(Ipv4Address::fromString(...), $value),
            SettingType::Group => self::reads(Ipv4Address::group(...), $value),
            SettingType::Prefix => self::reads(Ipv4Prefix::fromString(...), $value),
            SettingType::Url => \is_string($value) && 1 === preg_match('~^[a-z][a-z0-9+.-]*://[^\s/]+\S*$~iD', $value),
            SettingType::Host => \is_string($value)
                && 1 === preg_match('/^(?=.{1,253}$)[a-z0-9](?:[a-z0-9-]*[a-z0-9])?(?:\.[a-z0-9](?:[a-z0-9-]*[a-z0-9])?)*$/iD', $value),
            SettingType::Date => \is_string($value) && self::isDate($value),
            SettingType::TimeZone => \is_string($value) && isset(self::timeZones()[$value]),
            SettingType::Colour => \is_string($value) && 1 === preg_match('/^(?:#[0-9a-f]{6}|[a-z][a-z ]{0,30})$/iD', $value),
            default => \is_string($value) || \is_int($value) || \is_float($value),
        };
    }

    private static function isInRange(Setting $setting, mixed $value): bool
    {
        if (!\is_int($value) && !(\is_float($value) && SettingType::Decimal === $setting->type)) {
            return false;
        }
        $min = $setting->min ?? (SettingType::Decimal === $setting->type || SettingType::Whole === $setting->type ? -\INF : 0.0);
        $max = $setting->max ?? (SettingType::Port === $setting->type ? 65535.0 : \INF);
        $steps = null === $setting->step || 0.0 === $setting->step ? 0.0 : ($value - ($setting->min ?? 0.0)) / $setting->step;

        return $value >= $min && $value <= $max && abs($steps - round($steps)) < 1e-6;
    }

    /** @return array<string, int> */
    private static function timeZones(): array
    {
        return self::$timeZones ??= array_flip(\DateTimeZone::listIdentifiers(\DateTimeZone::ALL_WITH_BC));
    }

    private static function isDate(string $value): bool
    {
        return 1 === preg_match('/^(\d{4})-(\d\d)-(\d\d)$/D', $value, $m) && checkdate((int) $m[2], (int) $m[3], (int) $m[1]);
    }

    /** @param callable(string): object $read */
    private static function reads(callable $read, mixed $value): bool
    {
        try {
            $read(\is_string($value) ? $value : '');

            return true;
        } catch (InvalidValue) {
            return false;
        }
    }

    /** @return list<string> */
    private static function values(Setting $setting): array
    {
        return array_map(static fn (SettingChoice $c): string => $c->value, $setting->choices);
    }

    private static function number(float $number): string
    {
        return rtrim(rtrim(\sprintf('%.4F', $number), '0'), '.');
    }
}
