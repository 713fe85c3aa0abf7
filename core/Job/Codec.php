<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** How sound is coded; the static payload types are those of RFC 3551, section 6. */
enum Codec: string implements HasLabel
{
    case G711A = 'g711-a';
    case G711U = 'g711-u';
    case G722 = 'g722';
    case G729 = 'g729';
    case Opus = 'opus';

    public function label(): string
    {
        return match ($this) {
            self::G711A => 'G.711 A-law',
            self::G711U => 'G.711 µ-law',
            self::G722 => 'G.722',
            self::G729 => 'G.729',
            self::Opus => 'Opus',
        };
    }
}
