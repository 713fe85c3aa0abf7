<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\ListOf;

/** A switch with its ports, and what it can give over them. */
#[ListOf(name: 'switches', one: 'switch', many: 'switches')]
final readonly class NetworkSwitch
{
    /** @param list<SwitchPort> $ports in their order on the front: the last ones lose their power first */
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[Refers('locations', 'place', 'Location')]
        public ?string $location,
        #[Number(0, 100000, 'PoE budget, W')]
        public ?float $poeBudgetWatts,
        #[WholeNumber(0, 90, 'PoE reserve, %', default: 10)]
        public int $poeReservePercent,
        #[Records(SwitchPort::class, 'Ports')]
        public array $ports,
    ) {}

    public function port(string $name): ?SwitchPort
    {
        return array_find($this->ports, static fn ($port): bool => $port->name === $name);
    }
}
