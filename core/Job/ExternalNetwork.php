<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\ParsedList;
use Vorhut\Core\Record\RawRecord;

/** What a segment leads to outside the plan, as far as somebody on our side can know it. */
final readonly class ExternalNetwork implements Checked
{
    /**
     * @param ExternalKind|null $kind null: the segment leads nowhere
     * @param Ipv4Address|null $router null: the gateway of the segment's first subnet
     * @param list<Ipv4Prefix> $networks that lie there; none: all that are not in the plan
     * @param list<Ipv4Prefix> $returnRoutes networks of the plan beside the segment's own
     * @param Ipv4Address|null $nat where our addresses are translated on the way (RFC 3022), that to which they are
     * @param bool $open whether every connection from there is let in
     * @param list<Service> $inbound what is let in where not everything is
     * @param Ipv4Address|null $forwardsTo where what comes in for the public address is sent, where that is translated
     */
    public function __construct(
        #[Choice(ExternalKind::class, 'Leads to')]
        public ?ExternalKind $kind,
        #[Parsed(Ipv4Address::class, 'Upstream router')]
        public ?Ipv4Address $router,
        #[ParsedList(Ipv4Prefix::class, 'Networks there')]
        public array $networks,
        #[ParsedList(Ipv4Prefix::class, 'Our networks it has a return route to')]
        public array $returnRoutes,
        #[Parsed(Ipv4Address::class, 'Public address, where it translates ours')]
        public ?Ipv4Address $nat,
        #[Flag('lets every inbound connection in', default: true)]
        public bool $open,
        #[ParsedList(Service::class, 'Inbound services, where not all are let in')]
        public array $inbound,
        #[Parsed(Ipv4Address::class, 'Forwards inbound to')]
        public ?Ipv4Address $forwardsTo,
    ) {}

    public function check(RawRecord $given): void
    {
        if (null === $this->nat && null !== $this->forwardsTo) {
            throw $given->refuse(
                key: 'forwardsTo',
                allowed: 'an address only where the upstream router translates ours',
                advice: 'Give its public address as well.',
            );
        }
    }
}
