<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Load\FlowRates;
use Vorhut\Core\Media\FrameRate;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Profile\FindMethod;
use Vorhut\Core\Profile\SipRole;
use Vorhut\Core\Provision\FileRenderer;
use Vorhut\Core\Setting\Settings;
use Vorhut\Field\Announce\SoundDescription;
use Vorhut\Field\Dns\ServiceBook;
use Vorhut\Field\Lab\LabAddresses;
use Vorhut\Field\Lab\LabBlocks;
use Vorhut\Field\Lab\LabFiles;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Lab\LabSip;
use Vorhut\Field\Lab\LabUnits;
use Vorhut\Field\Light\E131Layers;
use Vorhut\Field\Net\OwnCertificate;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Rtp\Faults;
use Vorhut\Field\Rtsp\RtspSession;
use Vorhut\Field\Serve\FileFetch;
use Vorhut\Field\Serve\FileSpeaker;
use Vorhut\Field\Words\WordSpeaker;

/** The stand-ins of a job. They always ask the newest plan; only where units or addresses changed are they started anew. */
final class Lab
{
    /** A process may hold 1,024 descriptors under select(2); what it listens on and who is connected must fit. */
    private const MOST_LISTENING = 450;
    private const MOST_CONNECTIONS = 300;
    /** What an interface listens on beside its services: its presence, and what finds it. */
    private const BESIDE_SERVICES = 2;
    private const FETCH_SECONDS = 5.0;
    /** The port of the time. */
    private const NTP = 123;
    private const HTTPS = 443;
    /** Lists that say how calls go. */
    private const VOICE = ['extensions', 'trunks', 'routes', 'codes', 'hours'];

    private readonly Crowd $crowd;
    private Job $job;
    private string $voice = '';
    private LabNetwork $network;
    private LabSip $sip;
    private LabFiles $files;
    private readonly LabUnits $units;
    private readonly OwnCertificate $certificate;
    private readonly Sockets $sockets;

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
        private readonly LabPorts $ports,
        private readonly FileRenderer $renderer,
        LabBlocks $blocks = new LabBlocks(),
        private readonly int $part = 0,
        private readonly int $parts = 1,
        private readonly ?Faults $faults = null,
    ) {
        $this->sockets = new Sockets(new TargetGate());
        $this->certificate = new OwnCertificate();
        $this->crowd = new Crowd(self::MOST_CONNECTIONS);
        $this->units = new LabUnits();
        $this->update($job, $blocks);
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

        return max(1, (int) ceil($sockets / self::MOST_LISTENING));
    }

    /** Follows the plan: what changed is stopped or started, what stayed goes on. */
    public function update(Job $job, LabBlocks $blocks = new LabBlocks()): void
    {
        $this->job = $job;
        $this->network = new LabNetwork($job, $blocks);
        $this->sip = new LabSip($job, $this->network, $this->sockets, $this->faults);
        $this->files = new LabFiles($job, $this->network, $this->renderer);
        $this->units->follow($job);
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
        $servers = array_map(static fn (Device $d): string => $d->id, $this->network->fileServers());
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
        return $this->network->addresses;
    }

    /** @return array<string, StandIn> */
    private function wanted(Job $job): array
    {
        $wanted = [];
        $hearers = $this->network->hearers();
        foreach ($job->devices as $device) {
            if ($this->part !== crc32($device->id) % $this->parts) {
                continue;
            }
            $profile = $job->profileOf($device);
            foreach ($device->interfaces as $index => $interface) {
                $planned = $this->network->addressAt($device->id, $index);
                if (null === $planned) {
                    continue;
                }
                $address = (string) $this->network->addresses->toLab($planned);
                $services = $interface->listens ?? $profile->services;
                $wanted[$address.' presence'] ??= new PresenceStandIn(
                    sockets: $this->sockets,
                    address: $address,
                    port: $this->ports->toLab(PresenceStandIn::PORT),
                    mac: fn (): ?MacAddress => ($this->job->devices[$device->id]->interfaces[$index] ?? null)?->mac,
                    network: fn (): LabNetwork => $this->network,
                );
                if (0 === $index && $profile->answersBy(FindMethod::SessionAnnouncement)) {
                    $wanted[$address.' sessions'] ??= $this->announcer($device, $address);
                }
                if ($profile->answersBy(FindMethod::MulticastDns)) {
                    $wanted[$address.' udp/'.DnsSdStandIn::PORT] ??= new DnsSdStandIn(
                        $this->sockets,
                        $address,
                        new ServiceBook($device->name, $device->hostname ?? $device->id, $address, $services),
                        fn (string $from): bool => $this->network->hearsMulticastDns($from, $address),
                    );
                }
                if (0 === $index && [] !== ($sent = $this->units->sent($device))) {
                    $wanted[$address.' light'] ??= $this->desk($device, $address, $sent);
                }
                if (isset($hearers[$device->id])) {
                    $port = $hearers[$device->id];
                    $network = fn (): LabNetwork => $this->network;
                    $wanted[$address.' media/'.$port] ??= new MediaStandIn($this->sockets, $address, $port, $network);
                }
                // Of two units on one address the first one is there; that is what the wire does, too.
                $wanted += $this->services($address, $services, $device, $profile);
                foreach ($interface->extraAddresses as $extra) {
                    $more = (string) $this->network->addresses->toLab($extra->address);
                    $wanted += $this->services($more, array_values(array_filter($services, self::isOfNoCall(...))), $device, $profile);
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

    /**
     * @param list<Service> $services
     *
     * @return array<string, StandIn> by address and service
     */
    private function services(string $address, array $services, Device $device, DeviceProfile $profile): array
    {
        $standIns = [];
        foreach ($services as $service) {
            $standIn = $this->standIn($address, $service, $device, $profile);
            $standIns += null === $standIn ? [] : [$address.' '.$service => $standIn];
        }

        return $standIns;
    }

    private function standIn(string $address, Service $service, Device $device, DeviceProfile $profile): ?StandIn
    {
        if (null === $service->firstPort || $service->firstPort !== $service->lastPort) {
            return null;
        }
        $port = $this->ports->toLab($service->firstPort);
        $network = fn (): LabNetwork => $this->network;
        if (Protocol::Tcp === $service->protocol && LabSip::PORT === $service->firstPort && SipRole::Server === $profile->sipRole) {
            // The phone system itself listens there, beside its UDP port.
            return null;
        }
        if (Protocol::Tcp === $service->protocol) {
            return 554 === $service->firstPort
                ? $this->cameraStandIn($address, $port, $service, $device)
                : $this->tcpStandIn($address, $port, $service, $device);
        }
        if (LabSip::PORT === $service->firstPort && null !== $profile->sipRole) {
            return SipRole::Server === $profile->sipRole
                ? new PhoneSystemStandIn($this->job, $device, fn (): LabSip => $this->sip)
                : new SipStandIn($device, fn (): LabSip => $this->sip, $this->boot($device, $address));
        }
        if (E131Layers::PORT === $service->firstPort) {
            return new LightStandIn(
                sockets: $this->sockets,
                address: $address,
                port: $port,
                network: $network,
                unit: $this->units->light($device),
            );
        }
        if (self::NTP === $service->firstPort) {
            return new NtpStandIn(sockets: $this->sockets, address: $address, port: $port, service: $service, network: $network);
        }
        foreach ($profile->answers as $finder) {
            if (FindMethod::UnicastList === $finder->method && $service->covers($finder->protocol, $finder->port)) {
                return new PollStandIn(
                    sockets: $this->sockets,
                    address: $address,
                    port: $port,
                    service: $service,
                    network: $network,
                    device: $device->id,
                );
            }
        }

        return null;
    }

    private function cameraStandIn(string $address, int $port, Service $service, Device $device): StandIn
    {
        $settings = new Settings($this->job);

        return new RtspStandIn(
            sockets: $this->sockets,
            address: $address,
            port: $port,
            service: $service,
            network: fn (): LabNetwork => $this->network,
            device: $device->id,
            crowd: $this->crowd,
            kbps: (new FlowRates($this->job, $settings))->media($device),
            pictures: FrameRate::of($settings, $device) ?? RtspSession::PICTURES,
        );
    }

    private function tcpStandIn(string $address, int $port, Service $service, Device $device): StandIn
    {
        $served = fn (string $name): ?array => $this->files->served($this->job->devices[$device->id] ?? $device, $name);
        $hasFiles = LabFiles::PORT === $service->firstPort && $this->files->isServer($device);
        $speaker = match (true) {
            $hasFiles => new FileSpeaker($served, static function (): void {}),
            WordSpeaker::PORT === $service->firstPort => $this->units->speaker($device),
            \in_array($service->firstPort, [80, self::HTTPS], true) => new PageSpeaker(
                fn (): Device => $this->job->devices[$device->id] ?? $device,
            ),
            default => new SilentSpeaker(),
        };
        $certificate = match (true) {
            $hasFiles => $this->certificate,
            self::HTTPS === $service->firstPort => new OwnCertificate(self::marks($device)),
            default => null,
        };

        return new TcpStandIn(
            sockets: $this->sockets,
            address: $address,
            port: $port,
            service: $service,
            network: fn (): LabNetwork => $this->network,
            speaker: $speaker,
            crowd: $this->crowd,
            certificate: $certificate,
        );
    }

    /** What makes a unit the one that it is: another in its place has another certificate. */
    private static function marks(Device $device): string
    {
        return implode(' ', [$device->id, (string) $device->serial, (string) ($device->interfaces[0] ?? null)?->mac]);
    }

    private function announcer(Device $device, string $address): AnnouncerStandIn
    {
        $group = $this->units->group($device) ?? $address;
        $description = SoundDescription::of(
            name: $device->name,
            origin: $address,
            target: $group,
            port: ProbeKind::Media->defaultPort(),
            rateHz: $this->units->number($device, 'sample-rate', 48000),
            channels: $this->units->number($device, 'channels', 2),
            packetMs: $this->units->number($device, 'packet-time', 1),
        );
        $listeners = fn (): array => $this->network->labAddresses($this->network->hearAnnouncements($device));

        return new AnnouncerStandIn($this->sockets, $address, $description, $listeners);
    }

    /** @param list<int> $universes */
    private function desk(Device $device, string $address, array $universes): DeskStandIn
    {
        return new DeskStandIn(
            sockets: $this->sockets,
            address: $address,
            name: $device->name,
            universes: $universes,
            priority: $this->units->priority($device),
            takers: fn (): array => $this->network->labAddresses($this->units->takers($universes)),
        );
    }

    private function boot(Device $device, string $address): ?Boot
    {
        $server = $this->files->serverOf($device);
        $at = null === $server ? null : $this->sip->addressOf($server);
        $port = $this->ports->toLab(LabFiles::PORT);
        $fetch = new FileFetch($this->sockets, self::FETCH_SECONDS);

        return null === $at ? null : new Boot(
            device: $device,
            from: $address,
            server: $at,
            port: $port,
            fetch: $fetch,
            files: fn (): LabFiles => $this->files,
        );
    }
}
