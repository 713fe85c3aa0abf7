<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

/** The media types under which files are sent: none of them is HTML, a script or a style sheet. */
enum MediaType: string
{
    case Calendar = 'text/calendar; charset=utf-8';
    case Csv = 'text/csv; charset=utf-8';
    case Jpeg = 'image/jpeg';
    case Json = 'application/json';
    case Octets = 'application/octet-stream';
    case Pdf = 'application/pdf';
    case Png = 'image/png';
    case Text = 'text/plain; charset=utf-8';
    case Vcard = 'text/vcard; charset=utf-8';
    case Webp = 'image/webp';
    case Xlsx = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';
    case Xml = 'application/xml';
    case Zip = 'application/zip';

    /** The type for a name that somebody else gave, with or without parameters; octets for every type that is not listed. */
    public static function fromForeign(string $type): self
    {
        $name = strtolower(trim(explode(';', $type)[0]));
        foreach (self::cases() as $case) {
            if (explode(';', $case->value)[0] === $name) {
                return $case;
            }
        }

        return self::Octets;
    }

    public function isPicture(): bool
    {
        return \in_array($this, [self::Jpeg, self::Png, self::Webp], true);
    }
}
