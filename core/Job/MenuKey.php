<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Text;

/** One key of an attendant's menu. */
final readonly class MenuKey
{
    public function __construct(
        #[Text(
            'Key',
            required: true,
            max: 1,
            pattern: '/^[0-9*#]$/D',
            says: 'one key of a telephone: 0 to 9, * or #',
            technical: true,
        )]
        public string $key,
        #[CallsTo('Leads to', required: true)]
        public CallTarget $to,
    ) {}
}
