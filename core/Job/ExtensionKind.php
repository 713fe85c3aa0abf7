<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** What answers at a number. */
enum ExtensionKind: string implements HasLabel
{
    case Sip = 'sip';
    case Analogue = 'analogue';
    case Group = 'group';
    case Attendant = 'attendant';
    case Voicemail = 'voicemail';
    case Paging = 'paging';
    case Conference = 'conference';
    case Fax = 'fax';

    public function label(): string
    {
        return match ($this) {
            self::Sip => 'SIP device',
            self::Analogue => 'analogue socket',
            self::Group => 'ring group',
            self::Attendant => 'auto attendant',
            self::Voicemail => 'voicemail',
            self::Paging => 'paging group',
            self::Conference => 'conference room',
            self::Fax => 'fax',
        };
    }
}
