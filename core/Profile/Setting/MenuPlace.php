<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Setting;

use Vorhut\Core\Profile\WayIn;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Text;

/** Where a setting is found by one of a unit's ways in. */
final readonly class MenuPlace
{
    public function __construct(
        #[Choice(WayIn::class, 'Access', required: true)]
        public WayIn $way,
        #[Text('Menu path', required: true, max: 200)]
        public string $path,
    ) {}
}
