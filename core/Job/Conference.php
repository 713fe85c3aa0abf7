<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\RefersToSome;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\ListOf;

/** Rooms and other sites in a conference that one codec hosts. */
#[ListOf(name: 'conferences', one: 'conference', many: 'conferences')]
final readonly class Conference
{
    /** @param list<string> $sites that take part beside the host */
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[Refers('devices', 'device', 'Multipoint host', required: true)]
        public string $host,
        #[RefersToSome('devices', 'device', 'Sites in the plan')]
        public array $sites,
        #[WholeNumber(0, 1000, 'Outside sites', default: 0)]
        public int $outside,
    ) {}
}
