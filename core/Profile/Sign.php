<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\Text;

/** One look of an indicator, and what it means. */
final readonly class Sign
{
    public function __construct(
        #[Text('Sign', required: true, max: 120)]
        public string $looks,
        #[Text('Meaning', required: true, max: 200)]
        public string $means,
    ) {}
}
