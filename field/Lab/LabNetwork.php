<?php

declare(strict_types=1);

namespace Vorhut\Field\Lab;

use Vorhut\Core\Intent\AddressCalls;
use Vorhut\Core\Intent\ExchangeCache;
use Vorhut\Core\Intent\LightData;
use Vorhut\Core\Intent\OneWayMedia;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Intent\PartyExpansion;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Profile\FindMethod;
use Vorhut\Core\Reach\Find\Discovery;
use Vorhut\Core\Reach\Node\Node;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Reach\Walk\MediaEnd;
use Vorhut\Core\Reach\Walk\MediaPath;
use Vorhut\Core\Reach\Walk\Topology;

/** The planned topology between loopback addresses: whether a request and its answer would get through. */
final class LabNetwork
{
    /** Kinds of intents that want something sent one way. */
    private const HEARD = ['page', 'stream'];

    public readonly LabAddresses $addresses;
    private readonly Exchange $exchange;

    /** @var array<string, bool> */
    private array $known = [];

    /** @var array<string, list<string>> by unit */
    private array $hearers = [];

    private ?AddressCalls $addressCalls = null;

    public readonly LabForwards $forwards;

    /** @var array<string, Device>|null by unit */
    private ?array $fileServers = null;

    public function __construct(private readonly Job $job, LabBlocks $blocks = new LabBlocks())
    {
        $network = Topology::network($job);
        $this->addresses = new LabAddresses($network, $blocks);
        $this->exchange = new Exchange($network);
        $this->forwards = new LabForwards($network);
    }

    /** Whether somebody listens there by the plan. */
    public function listens(Ipv4Address $planned, Protocol $protocol, int $port): bool
    {
        foreach ($this->exchange->network->ownersOf($planned->value) as $owner) {
            if ($owner->listensOn($protocol, $port)) {
                return true;
            }
        }

        return false;
    }

    /** Whom a unit gets when it dials another, or an address. */
    public function calledBy(string $from, string $to): ?Device
    {
        return $this->job->devices[$this->addressCalls()->callee(new Pair($from, $to))[1]->id ?? ''] ?? null;
    }

    /** The address a device has or is leased. */
    public function addressOf(string $device): ?Ipv4Address
    {
        $address = $this->exchange->network->node($device)?->firstAddress();

        return null === $address ? null : Ipv4Address::fromInt($address);
    }

    /** The address that one of a device's interfaces has or is leased. */
    public function addressAt(string $device, int $interface): ?Ipv4Address
    {
        return ($this->exchange->network->node($device)->ports[$interface] ?? null)?->primary()?->address;
    }

    /** Whether a SIP datagram gets there: as a request, or as the answer to one. */
    public function hearsSip(string $fromLab, string $toLab): bool
    {
        return $this->known['sip '.$fromLab.'>'.$toLab] ??=
            $this->isOutside($fromLab, $toLab)
            || $this->delivers($fromLab, $toLab)
            || $this->answers($toLab, $fromLab, self::sip())
            || $this->isInCallByAddress($fromLab, $toLab);
    }

    /** Whether sound gets there, as the planned media ports of both ends and the filters between them allow. */
    public function hearsMedia(string $fromLab, string $toLab): bool
    {
        return $this->known['media '.$fromLab.'>'.$toLab] ??= $this->isOutside($fromLab, $toLab)
            || $this->media($fromLab, $toLab)
            || $this->hearsByAddress($fromLab, $toLab);
    }

    /** Whether one of them gets through to the other by dialling the public address behind which it stands. */
    private function isInCallByAddress(string $fromLab, string $toLab): bool
    {
        [$from, $to] = [$this->ownerOf($fromLab), $this->ownerOf($toLab)];
        $calls = null === $from || null === $to ? null : $this->addressCalls();

        return null !== $calls
            && (null !== $calls->callee(new Pair($from->id, $to->id))[1] || null !== $calls->callee(new Pair($to->id, $from->id))[1]);
    }

    private function hearsByAddress(string $fromLab, string $toLab): bool
    {
        [$from, $to] = [$this->ownerOf($fromLab), $this->ownerOf($toLab)];

        return null !== $from && null !== $to && $this->addressCalls()->hears($to->id, $from->id);
    }

    private function addressCalls(): AddressCalls
    {
        return $this->addressCalls ??= new AddressCalls(
            new ExchangeCache($this->job, $this->exchange, new PartyExpansion($this->job, $this->exchange->network)),
        );
    }

    /** Whether a stream gets there one way, by the group that the receiver joined or by its address. */
    public function hearsStream(string $fromLab, string $toLab): bool
    {
        return $this->known['stream '.$fromLab.'>'.$toLab] ??= $this->streams($fromLab, $toLab);
    }

    /** @return list<string> stations that hear which streams a unit says it sends */
    public function hearAnnouncements(Device $unit): array
    {
        return $this->hearers['announcements '.$unit->id] ??= $this->findHearers($unit);
    }

    /** @return list<string> */
    private function findHearers(Device $unit): array
    {
        $hear = [];
        $discovery = new Discovery($this->job, $this->exchange);
        $address = $this->addressOf($unit->id);
        if (null === $address) {
            return [];
        }
        foreach ($this->job->devices as $station) {
            $isListening = \in_array(FindMethod::SessionAnnouncement, array_column($this->job->profileOf($station)->finds, 'method'), true);
            foreach ($isListening && $station->id !== $unit->id ? $discovery->find($station, $unit, $address) : [] as $result) {
                if ($result->works && FindMethod::SessionAnnouncement === $result->finder->method) {
                    $hear[] = $station->id;
                }
            }
        }

        return $hear;
    }

    /**
     * @param list<string> $devices
     *
     * @return list<string> where they stand in the lab, as far as they have addresses
     */
    public function labAddresses(array $devices): array
    {
        $planned = array_filter(array_map($this->addressOf(...), $devices));

        return array_values(array_map(fn (Ipv4Address $a): string => (string) $this->addresses->toLab($a), $planned));
    }

    /** Whether slots get there, by the group of their universe or by its address. */
    public function hearsUniverse(string $fromLab, string $toLab, int $universe): bool
    {
        return $this->isBench($fromLab)
            || $this->known[\sprintf('universe %d %s>%s', $universe, $fromLab, $toLab)] ??= $this->lights($fromLab, $toLab, $universe);
    }

    private function lights(string $fromLab, string $toLab, int $universe): bool
    {
        $source = $this->job->devices[$this->ownerOf($fromLab)->id ?? ''] ?? null;
        $receiver = $this->job->devices[$this->ownerOf($toLab)->id ?? ''] ?? null;
        if (null === $source || null === $receiver) {
            return false;
        }
        $oneWay = new OneWayMedia($this->job, $this->exchange, new PartyExpansion($this->job, $this->exchange->network));
        $span = LightData::leaf(
            oneWay: $oneWay,
            source: $source,
            of: $this->job->profileOf($source),
            receiver: $receiver,
            universe: $universe,
        )->span;

        return $span->holds() || PairVerdict::Fades === $span;
    }

    /** @return array<array-key, int> the port at which each device hears what an intent wants sent to it */
    public function hearers(): array
    {
        $parties = new PartyExpansion($this->job, $this->exchange->network);
        $oneWay = new OneWayMedia($this->job, $this->exchange, $parties);
        $hearers = [];
        foreach ($this->job->intents as $intent) {
            foreach (\in_array($intent->kind, self::HEARD, true) ? $parties->asked($intent) : [] as $id) {
                $device = $parties->device($id);
                $hearers += null === $device ? [] : [$device->id => $oneWay->portTo($device)];
            }
        }

        foreach ($this->job->extensions as $extension) {
            foreach (null === $extension->group ? [] : $this->joined($extension->group) as $device) {
                $hearers += [$device->id => $oneWay->portTo($device)];
            }
        }

        return $hearers;
    }

    /** @return array<string, Device> the unit from which each one fetches its file of settings, by its id */
    public function fileServers(): array
    {
        if (null === $this->fileServers) {
            $parties = new PartyExpansion($this->job, $this->exchange->network);
            $this->fileServers = [];
            foreach ($this->job->intents as $intent) {
                foreach ('provision' === $intent->kind ? $parties->pairs($intent) : [] as $pair) {
                    $server = $parties->device($pair->to);
                    $isUnit = isset($this->job->devices[$pair->from]);
                    $this->fileServers += null === $server || !$isUnit ? [] : [$pair->from => $server];
                }
            }
        }

        return $this->fileServers;
    }

    /** @return list<Device> that joined a group */
    public function joined(Ipv4Address $group): array
    {
        $oneWay = new OneWayMedia($this->job, $this->exchange, new PartyExpansion($this->job, $this->exchange->network));
        $isIn = static fn (Device $d): bool => \in_array((string) $group, array_map(strval(...), $oneWay->groupsOf($d)), true);

        return array_values(array_filter($this->job->devices, $isIn));
    }

    /** The port at which a device hears what is sent to it. */
    public function hearingPort(Device $device): int
    {
        $oneWay = new OneWayMedia($this->job, $this->exchange, new PartyExpansion($this->job, $this->exchange->network));

        return $oneWay->portTo($device);
    }

    private function streams(string $fromLab, string $toLab): bool
    {
        $network = $this->exchange->network;
        $source = $this->job->devices[$this->ownerOf($fromLab)->id ?? ''] ?? null;
        $receiver = $this->job->devices[$this->ownerOf($toLab)->id ?? ''] ?? null;
        if (null === $source || null === $receiver) {
            return false;
        }
        $oneWay = new OneWayMedia($this->job, $this->exchange, new PartyExpansion($this->job, $network));
        $span = $oneWay->media($source, $receiver, $oneWay->groupsOf($receiver))->span;

        return $span->holds() || PairVerdict::Fades === $span;
    }

    /** Whether a question by multicast DNS gets there: asked directly in the lab, it is answered only then. */
    public function hearsMulticastDns(string $fromLab, string $toLab): bool
    {
        $from = $this->ownerOf($fromLab);
        $to = $this->ownerOf($toLab);

        return $this->isBench($fromLab)
            || null !== $from && null !== $to && (new Discovery($this->job, $this->exchange))->hearsMulticastDns($from, $to);
    }

    /** A sender that is nobody in the plan stands outside it and gets no answer, but for the bench. */
    public function answers(string $fromLab, string $toLab, Service $service): bool
    {
        $key = $fromLab.'>'.$toLab.' '.$service;

        return $this->known[$key] ??= $this->isBench($fromLab) || $this->decide($fromLab, $toLab, $service);
    }

    /** Whether both are plugged into one segment, or one of them stands at the bench beside the other. */
    public function isBeside(string $fromLab, string $toLab): bool
    {
        $segments = static fn (?Node $node): array => array_diff(array_column($node->ports ?? [], 'segment'), [null]);

        return $this->isBench($fromLab)
            || [] !== array_intersect($segments($this->ownerOf($fromLab)), $segments($this->ownerOf($toLab)));
    }

    /** 127.0.0.0/24, as far as the plan leaves it free, is the bench: whoever asks from there stands beside the unit. */
    private function isBench(string $lab): bool
    {
        return str_starts_with($lab, '127.0.0.') && null === $this->ownerOf($lab);
    }

    /** Whether one of them stands outside the plan: at the bench, or with a carrier; or both are one. */
    private function isOutside(string $fromLab, string $toLab): bool
    {
        return $fromLab === $toLab || $this->isBench($fromLab) || $this->isCarrier($fromLab) || $this->isCarrier($toLab);
    }

    private function isCarrier(string $lab): bool
    {
        $block = $this->carrier(0);

        return null !== $block && Ipv4Address::fromString($lab)->value >> 8 === Ipv4Address::fromString($block)->value >> 8;
    }

    /** Where the n-th trunk's carrier stands. */
    public function carrier(int $n): ?string
    {
        $planned = Ipv4Address::fromInt(LabAddresses::CARRIERS << 8 | ($n % 250) + 1);
        $lab = $this->addresses->find($planned);

        return null === $lab ? null : (string) $lab;
    }

    private static function sip(): Service
    {
        return new Service(Protocol::Udp, 5060, 5060);
    }

    private function delivers(string $fromLab, string $toLab): bool
    {
        $asker = $this->ownerOf($fromLab);

        return null !== $asker && $this->exchange->ask($asker, $this->planned($toLab), self::sip())->delivered;
    }

    private function media(string $fromLab, string $toLab): bool
    {
        $from = $this->ownerOf($fromLab);
        $to = $this->ownerOf($toLab);
        $services = [];
        foreach ([$from, $to] as $node) {
            $device = $this->job->devices[$node?->id] ?? null;
            $services[] = null === $device ? null : $this->job->profileOf($device)->media;
        }

        return null !== $from
            && null !== $to
            && isset($services[0], $services[1])
            && MediaPath::between(
                $this->exchange->network,
                new MediaEnd($from, $this->planned($fromLab), $services[0]),
                new MediaEnd($to, $this->planned($toLab), $services[1]),
            )->there;
    }

    private function ownerOf(string $lab): ?Node
    {
        return $this->exchange->network->ownersOf($this->planned($lab)->value)[0] ?? null;
    }

    private function planned(string $lab): Ipv4Address
    {
        return $this->addresses->toPlanned(Ipv4Address::fromString($lab));
    }

    private function decide(string $fromLab, string $toLab, Service $service): bool
    {
        $asker = $this->ownerOf($fromLab);

        return null !== $asker
            && ($this->exchange->ask($asker, $this->planned($toLab), $service)->isOk() || $this->isForwarded($asker, $toLab, $service));
    }

    private function isForwarded(Node $asker, string $toLab, Service $service): bool
    {
        foreach ($this->forwards->outside($this->planned($toLab), $service) as [$address, $asked]) {
            $verdict = $this->exchange->ask($asker, $address, $asked);
            if ($verdict->isOk() && [$this->ownerOf($toLab)?->id] === $verdict->by) {
                return true;
            }
        }

        return false;
    }
}
