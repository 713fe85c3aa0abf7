<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Step;

use Vorhut\Core\Record\Field\Text;

/** What is seen instead, why, how to tell quickly, and what mends it. */
final readonly class SymptomCause
{
    public function __construct(
        #[Text('Symptom', required: true, max: 200)]
        public string $see,
        #[Text('Cause', required: true, max: 200)]
        public string $because,
        #[Text('Check', max: 300, default: '')]
        public string $test,
        #[Text('Fix', max: 300, default: '')]
        public string $mend,
    ) {}
}
