<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Texts;
use Vorhut\Core\Record\ListOf;
use Vorhut\Core\Record\RawRecord;

/** A stream from one unit to others, all the time that it counts. */
#[ListOf(name: 'flows', one: 'stream', many: 'streams')]
final readonly class Flow implements Checked
{
    /**
     * @param list<PartyRef> $to
     * @param list<string> $moments at which it runs, such as an arrival; none: always
     */
    public function __construct(
        #[Slug]
        public string $id,
        #[Party('From')]
        public PartyRef $from,
        #[Parties('To')]
        public array $to,
        #[Choice(Cast::class, 'Delivery', default: Cast::Unicast)]
        public Cast $cast,
        #[Number(0, 1000000000, 'Rate on the wire, kbit/s')]
        public ?float $kbps,
        #[Parsed(Ipv4Address::class, 'Group', by: 'group')]
        public ?Ipv4Address $group,
        #[Name]
        public string $name,
        #[Texts('Active only at')]
        public array $moments = [],
    ) {}

    public function check(RawRecord $given): void
    {
        if (Cast::Unicast === $this->cast && null !== $this->group) {
            throw $given->refuse(
                key: 'group',
                allowed: 'nothing for unicast',
                advice: 'Say "cast": "multicast", or leave the group out.',
            );
        }
    }
}
