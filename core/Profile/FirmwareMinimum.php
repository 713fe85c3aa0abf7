<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Convention\When;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Text;

/** The firmware that a feature takes at least. */
final readonly class FirmwareMinimum
{
    /**
     * @param list<When> $when
     */
    public function __construct(
        #[Text('Feature', required: true, max: 120)]
        public string $feature,
        #[Text('At least', required: true, max: 60)]
        public string $atLeast,
        #[Records(When::class, 'Only where')]
        public array $when,
    ) {}
}
