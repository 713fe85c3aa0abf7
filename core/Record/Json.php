<?php

declare(strict_types=1);

namespace Vorhut\Core\Record;

/** JSON as files hold it: readable, unescaped, and empty objects stay objects. */
final class Json
{
    private const FLAGS = \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_PRESERVE_ZERO_FRACTION | \JSON_THROW_ON_ERROR;

    /** @throws InvalidFile */
    public static function decode(string $text): mixed
    {
        if (str_starts_with($text, "\u{FEFF}")) {
            $text = substr($text, 3);
        }
        try {
            $data = json_decode($text, true, 64, \JSON_THROW_ON_ERROR);

            self::refuseEndless($text, $data);

            // An empty object would come back as an empty list; only then is the slower way needed.
            return 1 === preg_match('/\{\s*\}/', $text) ? self::plain(json_decode($text, false, 64, \JSON_THROW_ON_ERROR)) : $data;
        } catch (\JsonException $e) {
            throw InvalidFile::at(
                '$',
                mb_strimwidth(mb_scrub($text), 0, 40, '…'),
                'well-formed JSON in UTF-8',
                $e->getMessage().self::position($text).'.',
            );
        }
    }

    /**
     * @return array<string, mixed>
     *
     * @throws InvalidFile unless the text is an object
     */
    public static function object(string $text): array
    {
        $object = [];
        $data = self::decode($text);
        foreach (\is_array($data) ? $data : (array) $data as $key => $value) {
            $object[(string) $key] = $value;
        }

        return $object;
    }

    public static function pretty(mixed $data): string
    {
        return json_encode($data, self::FLAGS | \JSON_PRETTY_PRINT)."\n";
    }

    /** One line, for NDJSON and database columns. */
    public static function line(mixed $data): string
    {
        return json_encode($data, self::FLAGS);
    }

    /** @throws InvalidFile if a number is beyond what a double holds (IEEE 754), which no reader could give back */
    private static function refuseEndless(string $text, mixed $data): void
    {
        if (1 !== preg_match('/[eE]\+?\d{3}|\d{200}/', $text, $m, \PREG_OFFSET_CAPTURE)) {
            return;
        }
        $all = [$data];
        array_walk_recursive($all, static function (mixed $value) use ($text, $m): void {
            if (\is_float($value) && is_infinite($value)) {
                $given = mb_strimwidth(mb_scrub(substr($text, max(0, $m[0][1] - 10))), 0, 40, '…');
                throw InvalidFile::at('$', $given, 'numbers below 1.8e308', 'Write it as a text if it is no number.');
            }
        });
    }

    private static function plain(mixed $value): mixed
    {
        if ($value instanceof \stdClass) {
            $array = (array) $value;

            return [] === $array ? $value : array_map(self::plain(...), $array);
        }

        return \is_array($value) ? array_map(self::plain(...), $value) : $value;
    }

    /** Where one of the usual mistakes stands. */
    private static function position(string $text): string
    {
        $mistakes = ['/,\s*[}\]]/' => 'a comma before a closing bracket', "/'[^'\"\n]*'\\s*:/" => 'single quotes around a key'];
        foreach ($mistakes as $pattern => $mistake) {
            if (1 === preg_match($pattern, $text, $m, \PREG_OFFSET_CAPTURE)) {
                return \sprintf(', perhaps %s in line %d', $mistake, substr_count($text, "\n", 0, $m[0][1]) + 1);
            }
        }

        return '';
    }
}
