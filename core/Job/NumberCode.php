<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\ListOf;

/** A short code that people dial: for an outside line, for help, for a service or a feature of the phone system. */
#[ListOf(name: 'codes', one: 'feature or service code', many: 'feature and service codes', section: 'voice', key: 'code')]
final readonly class NumberCode
{
    public function __construct(
        #[Text(
            'Code',
            required: true,
            max: 10,
            pattern: '/^[0-9*#]{1,10}$/D',
            says: 'one to ten of 0 to 9, * and #, in quotes',
            technical: true,
        )]
        public string $code,
        #[Choice(NumberCodeKind::class, 'Type', required: true)]
        public NumberCodeKind $kind,
        #[Name(insteadOf: 'code')]
        public string $name,
    ) {}
}
