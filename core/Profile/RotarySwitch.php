<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;

/** A rotary switch on a unit: a setting that is turned instead of typed. */
final readonly class RotarySwitch
{
    /**
     * @param list<DialPosition> $positions
     */
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[Text('Setting', max: 64)]
        public ?string $setting,
        #[Flag('read only at power-up')]
        public bool $atPowerOn,
        #[Text('Position that leaves it to the page', max: 4)]
        public ?string $leavesToPage,
        #[Records(DialPosition::class, 'Positions')]
        public array $positions,
    ) {}
}
