<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;

/** How many of something a unit takes; licences add to it. */
final readonly class Capacity
{
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[WholeNumber(0, 1000000, 'Number', default: 0)]
        public int $count,
        #[Text('Counts partners of the relation', max: 64)]
        public ?string $coupling,
        #[Flag('counts the extensions that register here')]
        public bool $extensions,
        #[Choice(CapacityOf::class, 'Limits')]
        public ?CapacityOf $of,
    ) {}
}
