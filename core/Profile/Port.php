<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;

/** A socket of a unit, and the one it is taken for. */
final readonly class Port
{
    public function __construct(
        #[Slug]
        public string $id,
        #[Name('Marking')]
        public string $name,
        #[Choice(PortKind::class, 'Type', required: true)]
        public PortKind $kind,
        #[Text('Purpose', max: 200, default: '')]
        public string $purpose,
        #[Text('Connects to', max: 200, default: '')]
        public string $goesTo,
        #[Text('Look-alike', max: 120, default: '')]
        public string $lookAlike,
        #[Text('Slot', max: 64)]
        public ?string $slot,
        #[WholeNumber(0, 8, 'Row', default: 0)]
        public int $row,
    ) {}
}
