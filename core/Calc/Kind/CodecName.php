<?php

declare(strict_types=1);

namespace Vorhut\Core\Calc\Kind;

use Vorhut\Core\InvalidValue;

/** Codecs as people write them. */
enum CodecName: string
{
    case G711 = 'G.711';
    case G722 = 'G.722';
    case G729 = 'G.729';
    case G729A = 'G.729A';
    case Opus = 'Opus';

    /** Other names, in capitals without points and hyphens: payload names of RFC 3551 among them. */
    private const OTHERS = ['PCMU' => self::G711, 'PCMA' => self::G711, 'G711A' => self::G711, 'G711U' => self::G711];

    /** @throws InvalidValue */
    public static function fromText(string $text): self
    {
        $name = strtr(strtoupper(trim($text)), ['.' => '', '-' => '', ' ' => '']);
        foreach (self::cases() as $case) {
            if (strtoupper(strtr($case->value, ['.' => ''])) === $name) {
                return $case;
            }
        }
        $names = array_map(static fn (self $c): string => $c->value, self::cases());

        return self::OTHERS[$name] ?? throw new InvalidValue($text, 'one of '.implode(', ', $names), 'Such as G.711.');
    }
}
