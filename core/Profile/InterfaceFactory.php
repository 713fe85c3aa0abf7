<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;

/** What a further interface wakes up with. */
final readonly class InterfaceFactory
{
    public function __construct(
        #[Text('Interface', required: true, max: 40)]
        public string $interface,
        #[Choice(FactoryMode::class, 'Mode', required: true)]
        public FactoryMode $mode,
        #[Parsed(InterfaceAddress::class, 'Address')]
        public ?InterfaceAddress $address,
        #[WholeNumber(0, 3600, 'Time until it is set, s', default: 0)]
        public int $afterSeconds,
    ) {}
}
