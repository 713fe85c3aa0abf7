<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\HasLabel;

/** Media types of the files of units: none that a browser would run. */
enum FileType: string implements HasLabel
{
    case Text = 'text/plain';
    case Xml = 'application/xml';
    case Json = 'application/json';
    case Csv = 'text/csv';
    case Octets = 'application/octet-stream';

    public function label(): string
    {
        return match ($this) {
            self::Text => 'text (text/plain)',
            self::Xml => 'XML (application/xml)',
            self::Json => 'JSON (application/json)',
            self::Csv => 'CSV (text/csv)',
            self::Octets => 'anything else (application/octet-stream)',
        };
    }
}
