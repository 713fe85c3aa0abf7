<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\HasLabel;

/** How values are made safe for the file they are put into. */
enum Escape: string implements HasLabel
{
    case Plain = 'plain';
    case Xml = 'xml';
    case Quoted = 'quoted';

    public function label(): string
    {
        return match ($this) {
            self::Plain => 'a value a line, without line breaks in it',
            self::Xml => 'XML (character references)',
            self::Quoted => 'texts in double quotes (backslashes)',
        };
    }
}
