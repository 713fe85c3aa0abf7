<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Profile\FindMethod;
use Vorhut\Core\Provision\FileRenderer;
use Vorhut\Field\Announce\SoundDescription;
use Vorhut\Field\Dns\ServiceBook;
use Vorhut\Field\Lab\LabAddresses;
use Vorhut\Field\Lab\LabBlocks;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Lab\LabSip;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Rtp\Faults;

/** The stand-ins of a job. They always ask the newest plan; only where units or addresses changed are they started anew. */
final class Lab
{
    /** A process may hold 1,024 descriptors under select(2); what it listens on and who is connected must fit. */
    private const MAX_LISTENING = 450;
    private const MAX_CONNECTIONS = 300;
    /** What an interface listens on beside its services: its presence, and what finds it. */
    private const BESIDE_SERVICES = 2;
    /** Lists that say how calls go. */
    private const VOICE = ['extensions', 'trunks', 'routes', 'codes', 'hours'];

    private readonly LabState $state;
    private readonly Services $services;
    private string $voice = '';

    /** @var array<string, StandIn> by address, service and device */
    private array $running = [];

    /** @var array<string, string> why a stand-in did not start */
    private array $failed = [];

    /**
     * @param int $part this process's part of the units, from 0
     * @param int $parts among how many processes they are shared
     * @param Faults|null $faults of the lines on which its phones send sound
     */
    public function __construct(
        Job $job,
        LabPorts $ports,
        FileRenderer $renderer,
        LabBlocks $blocks = new LabBlocks(),
        private readonly int $part = 0,
        private readonly int $parts = 1,
        ?Faults $faults = null,
    ) {
        $this->state = new LabState(
            job: $job,
            blocks: $blocks,
            sockets: new Sockets(new TargetGate()),
            ports: $ports,
            crowd: new Crowd(self::MAX_CONNECTIONS),
            renderer: $renderer,
            faults: $faults,
        );
        $this->services = new Services($this->state);
        $this->run($job);
    }

    /** How many processes the units of a job need. */
    public static function parts(Job $job): int
    {
        $sockets = 0;
        foreach ($job->devices as $device) {
            $profile = $job->profileOf($device);
            foreach ($device->interfaces as $interface) {
                $sockets += \count($interface->listens ?? $profile->services) + self::BESIDE_SERVICES;
            }
        }

        return max(1, (int) ceil($sockets / self::MAX_LISTENING));
    }

    /** Follows the plan: what changed is stopped or started, what stayed goes on. */
    public function update(Job $job, LabBlocks $blocks = new LabBlocks()): void
    {
        $this->state->follow($job, $blocks);
        $this->run($job);
    }

    private function run(Job $job): void
    {
        $wanted = $this->wanted($job);
        $this->hangUp($job);
        foreach (array_diff_key($this->running, $wanted) as $key => $standIn) {
            $standIn->stop();
            unset($this->running[$key]);
        }
        $this->failed = [];
        foreach (array_diff_key($wanted, $this->running) as $key => $standIn) {
            try {
                $standIn->start();
                $this->running[$key] = $standIn;
            } catch (\Amp\Socket\SocketException $e) {
                $standIn->stop();
                $this->failed[$key] = $e->getMessage();
            }
        }
    }

    /** Where numbers, trunks, routes or whoever has their files have changed, phones and phone systems begin anew. */
    private function hangUp(Job $job): void
    {
        $servers = array_map(static fn (Device $d): string => $d->id, $this->state->network->fileServers());
        $voice = hash('xxh128', serialize([array_intersect_key($job->records, array_flip(self::VOICE)), $servers]));
        foreach ($voice === $this->voice ? [] : $this->running as $key => $standIn) {
            if ($standIn instanceof SipStandIn || $standIn instanceof PhoneSystemStandIn) {
                $standIn->stop();
                unset($this->running[$key]);
            }
        }
        $this->voice = $voice;
    }

    public function stop(): void
    {
        foreach ($this->running as $standIn) {
            $standIn->stop();
        }
        $this->running = [];
    }

    /** @return list<string> address, service and device of each stand-in that runs */
    public function running(): array
    {
        return array_map(strval(...), array_keys($this->running));
    }

    /** @return array<string, string> */
    public function failed(): array
    {
        return $this->failed;
    }

    public function addresses(): LabAddresses
    {
        return $this->state->network->addresses;
    }

    /** @return array<string, StandIn> */
    private function wanted(Job $job): array
    {
        $wanted = [];
        $hearers = $this->state->network->hearers();
        foreach ($job->devices as $device) {
            if ($this->part !== crc32($device->id) % $this->parts) {
                continue;
            }
            $profile = $job->profileOf($device);
            foreach ($device->interfaces as $index => $interface) {
                $planned = $this->state->network->addressAt($device->id, $index);
                if (null === $planned) {
                    continue;
                }
                $address = (string) $this->state->network->addresses->toLab($planned);
                $services = $interface->listens ?? $profile->services;
                $wanted[$address.' presence'] ??= new PresenceStandIn(
                    sockets: $this->state->sockets,
                    address: $address,
                    port: $this->state->ports->toLab(PresenceStandIn::PORT),
                    mac: fn (): ?MacAddress => ($this->state->job->devices[$device->id]->interfaces[$index] ?? null)?->mac,
                    network: fn (): LabNetwork => $this->state->network,
                );
                if (0 === $index && $profile->answersBy(FindMethod::SessionAnnouncement)) {
                    $wanted[$address.' sessions'] ??= $this->announcer($device, $address);
                }
                if ($profile->answersBy(FindMethod::MulticastDns)) {
                    $wanted[$address.' udp/'.DnsSdStandIn::PORT] ??= new DnsSdStandIn(
                        $this->state->sockets,
                        $address,
                        new ServiceBook($device->name, $device->hostname ?? $device->id, $address, $services),
                        fn (string $from): bool => $this->state->network->hearsMulticastDns($from, $address),
                    );
                }
                if (0 === $index && [] !== ($sent = $this->state->units->sent($device))) {
                    $wanted[$address.' light'] ??= $this->desk($device, $address, $sent);
                }
                if (isset($hearers[$device->id])) {
                    $port = $hearers[$device->id];
                    $network = fn (): LabNetwork => $this->state->network;
                    $wanted[$address.' media/'.$port] ??= new MediaStandIn($this->state->sockets, $address, $port, $network);
                }
                // Of two units on one address the first one is there; that is what the wire does, too.
                $wanted += $this->services->at($address, $services, $device, $profile);
                foreach ($interface->extraAddresses as $extra) {
                    $more = (string) $this->state->network->addresses->toLab($extra->address);
                    $wanted += $this->services->at($more, array_values(array_filter($services, self::isOfNoCall(...))), $device, $profile);
                }
            }
        }

        return $wanted;
    }

    /** Agents of calls speak by the first address of a unit alone. */
    private static function isOfNoCall(Service $service): bool
    {
        return LabSip::PORT !== $service->firstPort;
    }

    private function announcer(Device $device, string $address): AnnouncerStandIn
    {
        $group = $this->state->units->group($device) ?? $address;
        $description = SoundDescription::write(
            name: $device->name,
            origin: $address,
            target: $group,
            port: ProbeKind::Media->defaultPort(),
            rateHz: $this->state->units->number($device, 'sample-rate', 48000),
            channels: $this->state->units->number($device, 'channels', 2),
            packetMs: $this->state->units->number($device, 'packet-time', 1),
        );
        $listeners = fn (): array => $this->state->network->labAddresses($this->state->network->hearAnnouncements($device));

        return new AnnouncerStandIn($this->state->sockets, $address, $description, $listeners);
    }

    /** @param list<int> $universes */
    private function desk(Device $device, string $address, array $universes): DeskStandIn
    {
        return new DeskStandIn(
            sockets: $this->state->sockets,
            address: $address,
            name: $device->name,
            universes: $universes,
            priority: $this->state->units->priority($device),
            takers: fn (): array => $this->state->network->labAddresses($this->state->units->takers($universes)),
        );
    }
}
