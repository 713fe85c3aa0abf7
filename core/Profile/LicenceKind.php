<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;

/** A licence or unlock that units of a kind can be given. */
final readonly class LicenceKind
{
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[Text('Adds to the capacity', max: 64)]
        public ?string $capacity,
        #[WholeNumber(1, 100000, 'Sold in steps of', default: 1)]
        public int $steps,
        #[Text('Tied to', max: 60, default: '')]
        public string $tiedTo,
        #[Flag('unlocks the device until a date')]
        public bool $unlocks,
        #[Flag('required for operation')]
        public bool $required,
    ) {}
}
