<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Setting;

use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\Text;

/** One value that a setting may have, and what the unit calls it. */
final readonly class SettingChoice
{
    public function __construct(
        #[Text('Value', required: true, max: 60, technical: true)]
        public string $value,
        #[Name('As shown on the device', insteadOf: 'value')]
        public string $label,
        #[Number(0, 1000000000, 'kbit/s of media that are sent with it')]
        public ?float $kbps = null,
        #[Text('Video format', max: 60, technical: true)]
        public ?string $means = null,
    ) {}
}
