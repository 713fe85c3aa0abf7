<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Cause;

/** Everything that can stop one party from reaching, finding or hearing another: its sentence, its few words, its repair. */
enum CauseRule: string
{
    // At the sender.
    case AddressMissing = 'address-missing';
    case NotConnected = 'not-connected';
    case GatewayMissing = 'gateway-missing';
    case GatewayOffLink = 'gateway-off-link';
    case GatewayIsBroadcast = 'gateway-is-broadcast';
    case GatewayIsItself = 'gateway-is-itself';
    case GatewaySilent = 'gateway-silent';
    case DestinationIsBroadcast = 'destination-is-broadcast';
    case MaskTooWide = 'mask-too-wide';
    // On the way.
    case RouteMissing = 'route-missing';
    case NextHopSilent = 'next-hop-silent';
    case RoutingLoop = 'routing-loop';
    case Elsewhere = 'elsewhere';
    case NobodyThere = 'nobody-there';
    case PrivateAddress = 'private-address';
    case TwoOwners = 'two-owners';
    case AnotherAnswers = 'another-answers';
    case LeadsElsewhere = 'leads-elsewhere';
    case NotARouter = 'not-a-router';
    case OwnSource = 'own-source';
    case ReversePath = 'reverse-path';
    case KeptAsBroadcast = 'kept-as-broadcast';
    case FilterRule = 'filter-rule';
    case FilterDefault = 'filter-default';
    // On arrival.
    case NobodyListens = 'nobody-listens';
    case AnswerByAnotherPort = 'answer-by-another-port';
    case AnswerFromElsewhere = 'answer-from-elsewhere';
    // To groups and everybody.
    case MulticastNotRouted = 'multicast-not-routed';
    case MulticastStays = 'multicast-stays';
    case TtlSpent = 'ttl-spent';
    case MembershipsFade = 'memberships-fade';
    case NotJoined = 'not-joined';
    case BroadcastStays = 'broadcast-stays';
    case DeafToBroadcast = 'deaf-to-broadcast';
    case MulticastDnsStays = 'multicast-dns-stays';
    case LinkLayerStays = 'link-layer-stays';
    // Of finding each other.
    case NotInList = 'not-in-list';
    case NotLeased = 'not-leased';
    case NoHostname = 'no-hostname';
    case NoNameServer = 'no-name-server';
    case NotADevice = 'not-a-device';
    case NoUniverse = 'no-universe';
    case NoCommonMethod = 'no-common-method';
    // Of calls.
    case NoExtension = 'no-extension';
    case RegistersElsewhere = 'registers-elsewhere';
    case NoMedia = 'no-media';
    case NotRouted = 'not-routed';
    case NotKnownBefore = 'not-known-before';
    case NoChain = 'no-chain';

    /**
     * The cause as it was met.
     *
     * @param array<string, string> $values configured values the decision rests on
     * @param array<string, string> $words what else the sentence needs, such as names
     */
    public function at(string $node, array $values = [], array $words = [], PathDirection $leg = PathDirection::Request): Cause
    {
        $replace = [];
        foreach ($words + $values as $name => $value) {
            $replace['{'.$name.'}'] = $value;
        }

        return new Cause(at: $node, rule: $this, values: $values, text: strtr($this->sentence(), $replace), leg: $leg);
    }

    /** With the names of values and words in braces. */
    private function sentence(): string
    {
        return match ($this) {
            self::AddressMissing => '{who} has no address',
            self::NotConnected => '{who} is not connected{how}',
            self::GatewayMissing => '{who} cannot {must} {destination}: it is outside the subnet {prefix}, and no gateway is set',
            self::GatewayOffLink => '{who} cannot {must} {destination}: it is outside the subnet {prefix}, '
                .'and the gateway {gateway} is outside it, too',
            self::GatewayIsBroadcast => '{who} cannot {must} {destination}: it is outside the subnet {prefix}, '
                .'and the gateway {gateway} is a broadcast address',
            self::GatewayIsItself => '{who} cannot {must} {destination}: it is outside the subnet {prefix}, '
                .'and its gateway is its own address, so it sends an ARP request in {where}, and nothing replies',
            self::GatewaySilent => '{who} sends to its gateway {gateway}, but no device in {where} has this address',
            self::NextHopSilent => '{who} sends to the next hop {gateway}, but no device in {where} has this address',
            self::DestinationIsBroadcast => '{who} treats {destination} as the broadcast address of its subnet {prefix} '
                .'and does not send to it',
            self::MaskTooWide, self::Elsewhere => '{who} has the prefix {prefix}, so it treats {destination} as local '
                .'and sends ARP requests in {where}; it is in {home}',
            self::RouteMissing => '{who} has no route to {destination}',
            self::RoutingLoop => 'Routing loop for {destination}: '
                .'{who} drops the packet when its TTL reaches 0',
            self::NobodyThere => '{who} sends an ARP request for {destination} in {where}, and nothing replies',
            self::PrivateAddress => '{who} sends to {destination}, and the internet has no route to a private address'
                .' (RFC 1918)',
            self::TwoOwners => 'Duplicate address {address}: {names}. The first ARP reply to {who} wins',
            self::AnotherAnswers => '{who} has {address}, too, and receives traffic meant for {other}',
            self::LeadsElsewhere => '{address} leads to {who}, not to {other}',
            self::NotARouter => '{who} received a packet for {destination}, but it is not a router and drops it',
            self::OwnSource => '{who} received a packet with its own address {source} as the source and drops it',
            self::ReversePath => '{who} drops packets from {source} that arrive in {where}: '
                .'its route to {source} {back} (strict reverse-path filter, RFC 3704)',
            self::KeptAsBroadcast => '{who} treats {destination} as the broadcast address of its subnet {prefix}, '
                .'and neither forwards nor answers',
            self::FilterRule => '{who} blocks {service} from {from} to {to} by filter rule {rule}: {line}',
            self::FilterDefault => '{who} blocks {service} from {from} to {to}: '
                .'no filter rule permits it, and the default action is deny',
            self::NobodyListens => '{who} is reachable, but {service} is closed',
            self::AnswerByAnotherPort => '{who} sent from {port}, but the reply arrives from {where} and is dropped',
            self::AnswerFromElsewhere => '{who} asked {asked}, but the reply comes from {answered} and is dropped',
            self::MulticastNotRouted => '{who} does not route the multicast group {group} from {from} to {to}',
            self::MulticastStays => '{who} sends to {group}, which {how} {other}',
            self::TtlSpent => '{who} drops {group} before {to}: the TTL is used up. Set a higher TTL at the source',
            self::MembershipsFade => '{group} reaches {who} for about 260 s only: '
                .'{where} has IGMP snooping but no querier, so memberships expire',
            self::NotJoined => '{who} has not joined {group}',
            self::BroadcastStays => '{who} searches by broadcast, which {how}, and {other} is in another segment',
            self::DeafToBroadcast => '{who} does not receive {what} on UDP {port}',
            self::MulticastDnsStays => '{who} uses mDNS ({group}), which is neither routed nor relayed, '
                .'and {other} is in another segment',
            self::LinkLayerStays => 'Link-layer discovery (LLDP) works on one link only, and {who} and {other} are in different segments',
            self::NotInList => '{who} polls only its address list, and {address} of {other} is not in it',
            self::NotLeased => '{who} has a static address, so it does not learn {other} by DHCP',
            self::NoHostname => '{who} has no host name',
            self::NoNameServer => '{who} has no DNS server, and mDNS does not reach {other}',
            self::NotADevice => '{what} needs two devices; one of these is not a device',
            self::NoUniverse => '{who} has no universe set, so it takes nothing from a lighting desk',
            self::NoCommonMethod => '{who} and {other} have no discovery method in common',
            self::NoExtension => '{who} has no extension at a phone system',
            self::RegistersElsewhere => '{who} is registered at {other}, not at {here}',
            self::NoMedia => '{who} has {what}',
            self::NotRouted => '{why}',
            self::NotKnownBefore => '{who} cannot fetch its configuration: {what}',
            self::NoChain => '{who} is not wired to {other}',
        };
    }

    /** A few words, for a drawing. */
    public function short(): string
    {
        return match ($this) {
            self::GatewayMissing => 'no gateway set',
            self::GatewayOffLink => 'gateway outside its subnet',
            self::GatewayIsBroadcast => 'gateway is a broadcast address',
            self::GatewayIsItself => 'gateway is its own address',
            self::GatewaySilent => 'gateway does not answer',
            self::FilterRule, self::FilterDefault => 'filtered',
            self::TwoOwners => 'duplicate address',
            self::NobodyThere => 'no ARP reply',
            self::RouteMissing => 'no route',
            self::MembershipsFade => 'stops after 260 s',
            self::MulticastNotRouted => 'multicast not routed',
            self::NotInList => 'not in its list',
            self::BroadcastStays, self::MulticastStays, self::MulticastDnsStays => 'not forwarded to other segments',
            self::NotARouter => 'not a router',
            self::NotConnected => 'not connected',
            self::NextHopSilent => 'next hop does not answer',
            self::DestinationIsBroadcast, self::KeptAsBroadcast => 'taken as broadcast',
            self::MaskTooWide, self::Elsewhere => 'mask too wide',
            self::OwnSource => 'own address as source',
            self::ReversePath => 'reverse-path filter',
            self::NobodyListens => 'port closed',
            self::AnswerByAnotherPort, self::AnswerFromElsewhere => 'reply dropped',
            self::TtlSpent => 'TTL used up',
            self::NotJoined => 'group not joined',
            self::DeafToBroadcast => 'broadcast not received',
            self::LinkLayerStays => 'one link only',
            self::NotLeased => 'static address',
            self::NoHostname => 'no host name',
            self::NoNameServer => 'no DNS server',
            self::LeadsElsewhere, self::AnotherAnswers => 'another device answers',
            default => str_replace('-', ' ', $this->value),
        };
    }

    /** @return list<Remedy> what may mend it, the likeliest first */
    public function remedies(): array
    {
        return match ($this) {
            self::GatewayMissing, self::GatewayOffLink, self::GatewayIsBroadcast, self::GatewayIsItself => [Remedy::Gateway, Remedy::Mask],
            self::GatewaySilent => [Remedy::Gateway, Remedy::ExternalNetwork],
            self::NotARouter => [Remedy::Gateway],
            self::MaskTooWide => [Remedy::Mask, Remedy::AddressOfAsked],
            self::NotInList => [Remedy::ListEntry],
            self::AddressMissing => [Remedy::AddressHere],
            self::TwoOwners, self::AnotherAnswers => [Remedy::AddressOfSpareOwner],
            self::OwnSource, self::DestinationIsBroadcast, self::KeptAsBroadcast => [
                Remedy::Mask,
                Remedy::AddressOfAsker,
                Remedy::AddressOfAsked,
            ],
            self::FilterRule, self::FilterDefault => [Remedy::FilterRule],
            self::RouteMissing, self::NextHopSilent => [Remedy::Route, Remedy::ExternalNetwork],
            self::RoutingLoop => [Remedy::Route],
            self::PrivateAddress => [Remedy::Masquerade, Remedy::PublicAddress],
            self::LeadsElsewhere => [Remedy::PortForward],
            self::MulticastNotRouted => [Remedy::MulticastRouting],
            self::MulticastDnsStays => [Remedy::Relay],
            self::MembershipsFade => [Remedy::Querier],
            self::NotRouted => [Remedy::NumberHeader, Remedy::RoutePermission],
            self::ReversePath,
            self::NotConnected, self::Elsewhere, self::NobodyThere, self::NobodyListens, self::AnswerByAnotherPort,
            self::AnswerFromElsewhere, self::MulticastStays, self::TtlSpent, self::NotJoined, self::BroadcastStays,
            self::DeafToBroadcast, self::LinkLayerStays, self::NotLeased, self::NoHostname, self::NoNameServer,
            self::NotADevice, self::NoUniverse, self::NoCommonMethod, self::NoExtension, self::RegistersElsewhere, self::NoMedia,
            self::NotKnownBefore, self::NoChain => [],
        };
    }

    /** Whether the other party would be met in the same segment: then, as a last resort, it may move there. */
    public function endsInOneSegment(): bool
    {
        return match ($this) {
            self::BroadcastStays, self::MulticastStays, self::MulticastNotRouted, self::MulticastDnsStays, self::LinkLayerStays => true,
            default => false,
        };
    }

    /** Whether faults with it are mended place by place, not all of a kind together. */
    public function isOfOnePlace(): bool
    {
        return match ($this) {
            self::NotInList, self::FilterRule, self::FilterDefault, self::MulticastNotRouted, self::TwoOwners,
            self::AnotherAnswers => true,
            default => false,
        };
    }

    /** Whether it says nothing of the network, only that the plan is not complete. */
    public function isGapInPlan(): bool
    {
        return match ($this) {
            self::AddressMissing, self::NotADevice, self::NoUniverse,
            self::NoExtension, self::NoMedia, self::NotRouted, self::NotKnownBefore,
            self::NoChain => true,
            default => false,
        };
    }

    /** Whether what was sent arrived all the same. */
    public function isAfterArrival(): bool
    {
        return self::NobodyListens === $this || self::MembershipsFade === $this;
    }

    /** What to do where no change that Vorhut knows mends it. */
    public function otherwise(): string
    {
        return match ($this) {
            self::AddressMissing => 'Set an address in Devices first.',
            self::NotRouted => 'Trace the call in Voice, then correct the route, the extension or the permission.',
            self::NotKnownBefore => 'Enter the missing values in Devices and Voice.',
            self::NoUniverse => 'Set its universe in Lighting.',
            self::NoChain => 'Pair phone, detector and horn in Pairings.',
            self::PrivateAddress => 'Enter its public address and have the ports forwarded there, or connect the sites by a tunnel (VPN).',
            default => 'No single or double change fixes this pair.',
        };
    }
}
