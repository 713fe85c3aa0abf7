<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\ListOf;

/** The cable from a node past its fixtures (ANSI E1.11, clause 4). */
#[ListOf(name: 'runs', one: 'DMX512 run', many: 'DMX512 runs')]
final readonly class LightRun
{
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[Refers('devices', 'device', 'From', required: true)]
        public string $node,
        #[WholeNumber(1, 63999, 'Universe', default: 1)]
        public int $universe,
        #[Number(0, 10000, 'Length, m')]
        public ?float $metres,
        #[Flag('terminated (120 Ω)')]
        public bool $terminated,
    ) {}
}
