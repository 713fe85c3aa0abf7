<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\Text;

/** One position of a dial. */
final readonly class DialPosition
{
    public function __construct(
        #[Text('Position', required: true, max: 4)]
        public string $at,
        #[Text('Meaning', required: true, max: 120)]
        public string $means,
        #[Text('Family', max: 60, default: '')]
        public string $family,
    ) {}
}
