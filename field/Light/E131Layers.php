<?php

declare(strict_types=1);

namespace Vorhut\Field\Light;

/** What packets of streaming ACN have in common: layers in each other, each with its length (ANSI E1.31-2018, clauses 4 to 6). */
final class E131Layers
{
    public const PORT = 5568;
    private const PREAMBLE = "\x00\x10\x00\x00ASC-E1.17\x00\x00\x00";
    /** Flags before a length of twelve bits. */
    private const FLAGS = 0x7000;
    public const NAME = 64;
    public const CID = 16;

    /** A layer: its length with flags, its vector, and what is in it. */
    public static function layer(int $vector, int $width, string $content): string
    {
        $length = 2 + $width + \strlen($content);

        return pack('n', self::FLAGS | $length).(1 === $width ? \chr($vector) : pack('N', $vector)).$content;
    }

    /** The outermost layer, before which the preamble stands. */
    public static function root(int $vector, string $cid, string $content): string
    {
        return self::PREAMBLE.self::layer($vector, 4, $cid.$content);
    }

    /** What is in the outermost layer, with the sender's id; null where it is none of that vector. */
    public static function inRoot(string $packet, int $vector): ?string
    {
        return str_starts_with($packet, self::PREAMBLE) ? self::in(substr($packet, \strlen(self::PREAMBLE)), $vector, 4) : null;
    }

    /** What is in a layer; null where its length or vector is another. */
    public static function in(string $layer, int $vector, int $width): ?string
    {
        if (\strlen($layer) < 2 + $width) {
            return null;
        }
        $flags = \ord($layer[0]) << 8 | \ord($layer[1]);
        $own = 1 === $width ? \ord($layer[2]) : \ord($layer[2]) << 24 | \ord($layer[3]) << 16 | \ord($layer[4]) << 8 | \ord($layer[5]);
        $length = $flags & 0x0FFF;

        return self::FLAGS === ($flags & 0xF000) && $own === $vector && $length >= 2 + $width && $length <= \strlen($layer)
            ? substr($layer, 2 + $width, $length - 2 - $width)
            : null;
    }

    public static function name(string $name): string
    {
        return str_pad(mb_strcut($name, 0, self::NAME - 1, 'UTF-8'), self::NAME, "\x00");
    }

    public static function named(string $field): string
    {
        return mb_scrub(explode("\x00", $field)[0]);
    }
}
