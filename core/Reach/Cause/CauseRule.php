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
            self::AddressMissing => '{who} has no address yet',
            self::NotConnected => '{who} is not connected{how}',
            self::GatewayMissing => '{who} {must} {destination}: outside its own {prefix}, and it has no gateway',
            self::GatewayOffLink => '{who} {must} {destination}: outside its own {prefix}, and its gateway {gateway} lies outside too',
            self::GatewayIsBroadcast => '{who} {must} {destination}: outside its own {prefix}, '
                .'and its gateway {gateway} is a broadcast address',
            self::GatewayIsItself => '{who} {must} {destination}: outside its own {prefix}, '
                .'and as its gateway is itself it looks for it in {where}, where nobody answers',
            self::GatewaySilent => '{who} sends to its gateway {gateway}, but nobody in {where} has that address',
            self::NextHopSilent => '{who} sends to the next hop {gateway}, but nobody in {where} has that address',
            self::DestinationIsBroadcast => '{who} takes {destination} for the broadcast address of its own {prefix}',
            self::MaskTooWide, self::Elsewhere => '{who} takes {destination} for a neighbour, because its own prefix is {prefix}, '
                .'and looks for it in {where}; but it stands in {home}',
            self::RouteMissing => '{who} has no route to {destination}',
            self::RoutingLoop => 'Routers hand the packet for {destination} round in a circle; '
                .'{who} drops it when its time to live is over',
            self::NobodyThere => '{who} looks for {destination} in {where}, but nobody has that address',
            self::PrivateAddress => '{who} sends to {destination}, and the internet has no route to a private address'
                .' (RFC 1918)',
            self::TwoOwners => '{who} looks for {address}, and {count} answer: {names}. Whichever is heard first gets it',
            self::AnotherAnswers => '{who} has {address}, too, and gets what is meant for {other}',
            self::LeadsElsewhere => '{address} leads to {who}, not to {other}',
            self::NotARouter => '{who} got a packet for {destination}, but it is no router and drops it',
            self::OwnSource => '{who} gets a packet that bears its own address {source} as sender, and throws it away',
            self::ReversePath => '{who} drops what comes from {source} by {where}, because its own answer would {back}',
            self::KeptAsBroadcast => '{who} takes {destination} for the broadcast address of its own {prefix}: '
                .'it keeps the packet and answers nothing',
            self::FilterRule => '{who} stops {service} from {from} to {to} by its rule {rule}: {line}',
            self::FilterDefault => '{who} permits nothing that no rule names, and none names {service} from {from} to {to}',
            self::NobodyListens => '{who} is reached but does not listen on {service}',
            self::AnswerByAnotherPort => '{who} asks by its port {port}, but the answer comes in from {where}',
            self::AnswerFromElsewhere => '{who} asked {asked} but the answer comes from {answered}, so it is thrown away',
            self::MulticastNotRouted => '{who} does not pass {group} on from {from} to {to}',
            self::MulticastStays => '{who} sends to {group}, which {how} {other}',
            self::TtlSpent => '{who} would pass {group} on to {to}, but its time to live is spent: send with a higher one',
            self::MembershipsFade => '{group} reaches {who} until memberships age out after about 260 s: '
                .'{where} snoops and has no querier',
            self::NotJoined => '{who} has not joined {group}',
            self::BroadcastStays => '{who} shouts by broadcast, which {how}; {other} stands in another',
            self::DeafToBroadcast => '{who} does not hear {what} on port {port}',
            self::MulticastDnsStays => '{who} asks {group}, which no router passes on and no relay repeats; '
                .'{other} stands in another segment',
            self::LinkLayerStays => 'Link-layer discovery goes one hop, and {who} and {other} stand in different segments',
            self::NotInList => '{who} polls only the addresses in its list, and {address} of {other} is not among them',
            self::NotLeased => '{who} has a fixed address and asks no DHCP server, so nobody tells it of {other}',
            self::NoHostname => '{who} has no host name',
            self::NoNameServer => '{who} knows no DNS server, and multicast DNS does not reach {other}',
            self::NotADevice => '{what} is between two devices; one of these is none',
            self::NoUniverse => '{who} has no universe set, so it takes nothing from a desk',
            self::NoCommonMethod => '{who} and {other} speak no discovery method in common',
            self::NoExtension => '{who} has no extension at a phone system',
            self::RegistersElsewhere => '{who} has its extension at {other}, not at {here}',
            self::NoMedia => '{who} has {what}',
            self::NotRouted => '{why}',
            self::NotKnownBefore => '{who} cannot fetch a file: {what}',
            self::NoChain => 'No chain of cords leads from {who} to {other}',
        };
    }

    /** A few words, for a drawing. */
    public function short(): string
    {
        return match ($this) {
            self::GatewayMissing => 'no gateway set',
            self::GatewayOffLink => 'gateway outside its subnet',
            self::GatewayIsBroadcast => 'gateway is a broadcast address',
            self::GatewayIsItself => 'its gateway is itself',
            self::GatewaySilent => 'gateway does not answer',
            self::FilterRule, self::FilterDefault => 'filtered',
            self::TwoOwners => 'two units answer',
            self::NobodyThere => 'nobody has that address',
            self::RouteMissing => 'no route',
            self::MembershipsFade => 'it fades',
            self::MulticastNotRouted => 'multicast is not routed',
            self::NotInList => 'not in its list',
            self::BroadcastStays, self::MulticastStays, self::MulticastDnsStays => 'stays in its segment',
            self::NotARouter => 'it is no router',
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
            self::AddressMissing => 'Give it an address in Devices first.',
            self::NotRouted => 'Dial it on paper in Voice, and change the route, the number or who may.',
            self::NotKnownBefore => 'Say in Devices and Voice what is missing.',
            self::NoUniverse => 'Set its universe in Light.',
            self::NoChain => 'Pair phone, detector and horn in Pairings.',
            self::PrivateAddress => 'Name its public address and have the ports forwarded there, or connect the sites by a tunnel (VPN).',
            default => 'Nothing that Vorhut knows mends it in one or two steps.',
        };
    }
}
