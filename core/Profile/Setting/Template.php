<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Setting;

/** A text in which values stand in braces. */
final class Template
{
    /** @var array<string, list<string>> names by template */
    private static array $known = [];

    /** @var array<string, string> by template */
    private static array $words = [];

    /** @return list<string> the names in braces, "@" in front of facts */
    public static function names(string $template): array
    {
        if (!isset(self::$known[$template])) {
            preg_match_all('/\{(@?[a-z][a-z0-9.\/_-]*)\}/', $template, $m);
            self::$known[$template] = $m[1];
        }

        return self::$known[$template];
    }

    /** For people: facts by what they are, other values by their names. */
    public static function inWords(string $template): string
    {
        return self::$words[$template] ??= self::words($template);
    }

    private static function words(string $template): string
    {
        $words = [];
        foreach (self::names($template) as $name) {
            $fact = str_starts_with($name, '@') ? Fact::tryFrom(explode('/', substr($name, 1))[0]) : null;
            $words['{'.$name.'}'] = $fact?->label() ?? strtr($name, ['-' => ' ', '@' => '']);
        }
        if (1 === \count($words) && isset($words[$template])) {
            return $words[$template];
        }

        return strtr($template, array_map(static fn (string $word): string => '('.$word.')', $words));
    }

    /**
     * A template that is nothing but one name keeps the value as it is.
     *
     * @param callable(string): mixed $value by name; null where it is not known
     *
     * @return mixed null where one of them is not known
     */
    public static function fill(string $template, callable $value): mixed
    {
        $values = [];
        foreach (self::names($template) as $name) {
            $of = $value($name);
            if (null === $of || [] === $of || '' === $of) {
                return null;
            }
            if ('{'.$name.'}' === $template) {
                return $of;
            }
            $values['{'.$name.'}'] = Allowed::text($of);
        }

        return strtr($template, $values);
    }
}
