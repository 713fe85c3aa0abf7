<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Dial\NumberRange;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\ListOf;

/** Numbers set aside for a place, a department or a kind of extension. */
#[ListOf(name: 'blocks', one: 'extension block', many: 'extension blocks', section: 'voice')]
final readonly class NumberBlock
{
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[Parsed(NumberRange::class, 'Extensions', required: true)]
        public NumberRange $numbers,
        #[Refers('locations', 'location', 'Location')]
        public ?string $location,
        #[Choice(ExtensionKind::class, 'Type')]
        public ?ExtensionKind $kind,
    ) {}
}
