<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\WholeNumber;

/** Where the cable of an interface goes. */
final readonly class Plug
{
    public function __construct(
        #[Parsed(PortRef::class, 'Switch and port')]
        public ?PortRef $to,
        #[Number(0, 100000, 'Cable length, m')]
        public ?float $metres,
        #[Choice(CableCategory::class, 'Cable category', default: CableCategory::FiveE)]
        public CableCategory $category,
        #[WholeNumber(0, 8, 'PoE class of the injector')]
        public ?int $injector = null,
        #[Number(0, 100, 'Cable from injector to device, m')]
        public ?float $injectorMetres = null,
    ) {}
}
