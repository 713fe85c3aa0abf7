<?php

declare(strict_types=1);

namespace Vorhut\Field\Lab;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\ExtensionKind;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Trunk;
use Vorhut\Core\Job\TrunkKind;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Provision\TakenFile;
use Vorhut\Core\Setting\Settings;
use Vorhut\Core\Voice\VoicePlan;
use Vorhut\Field\Net\OwnCertificate;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Rtp\Faults;
use Vorhut\Field\Rtp\RtpStream;
use Vorhut\Field\Sip\PhoneSystem;
use Vorhut\Field\Sip\Sdp;
use Vorhut\Field\Sip\SipEndpoint;
use Vorhut\Field\Sip\TcpWire;
use Vorhut\Field\Sip\Transport;
use Vorhut\Field\Sip\UserAgent;

/** Makes SIP speakers for the devices of a job, on their lab addresses and within the planned topology. */
final readonly class LabSip
{
    public const PORT = 5060;
    /** Calls that something of the phone system takes at a time, where the plan does not say. */
    private const MANY = 60;
    /** Payload types by the codec that a unit's settings prefer; all of them know the others, too. */
    private const CODECS = ['g711u' => Sdp::PCMU, 'g711a' => Sdp::PCMA, 'g722' => Sdp::G722];

    private Settings $settings;
    private OwnCertificate $certificate;

    /** @param Faults|null $faults of the lines on which sound is sent */
    public function __construct(
        private Job $job,
        private LabNetwork $network,
        private Sockets $sockets,
        private ?Faults $faults = null,
    ) {
        $this->settings = new Settings($job);
        $this->certificate = new OwnCertificate();
    }

    /** What an extension proves itself with in the lab: made from its number, since nothing there is worth a secret. */
    public static function password(string $number): string
    {
        return 'lab-'.$number;
    }

    /** The extension that a unit registers for. */
    public function extensionOf(Device $device): ?Extension
    {
        return Extension::ofUnit($this->job, $device);
    }

    /** @param \Closure(): self $now */
    public function phoneSystem(Device $device, \Closure $now): PhoneSystem
    {
        $secrets = $max = [];
        foreach ($this->job->extensions as $extension) {
            if ($extension->server === $device->id) {
                $secrets[$extension->number] = self::password($extension->number);
                // One more than planned: a test registers beside the stand-in, which is to stay.
                $max[$extension->number] = $extension->registrations + 1;
            }
        }
        $address = (string) $this->addressOf($device);

        return new PhoneSystem(
            $this->endpoint($address, self::PORT, $now, [Transport::Tcp, Transport::Tls]),
            $secrets,
            switching: new LabSwitching(new VoicePlan($this->job), $this->carriers($device)),
            max: $max,
        );
    }

    /** @return list<Extension> at which the phone system itself answers */
    public function ownNumbers(Device $device): array
    {
        return array_values(array_filter(
            $this->job->extensions,
            static fn (Extension $e): bool => $e->server === $device->id && self::isOwn($e),
        ));
    }

    /** Whether somebody's mailbox answers there. */
    public function hasMailboxes(Device $device): bool
    {
        foreach ($this->job->extensions as $extension) {
            if ($extension->server === $device->id && $extension->mailbox) {
                return true;
            }
        }

        return false;
    }

    /**
     * A number of the phone system itself, on its address and a port of its own.
     *
     * @param \Closure(): self $now
     */
    public function own(Device $system, string $number, \Closure $now, int $max = self::MANY): UserAgent
    {
        $address = (string) $this->addressOf($system);
        $agent = $this->speaker(address: $address, port: 0, number: $number, at: $address, now: $now, max: $max);
        $agent->dialogs->fax = static fn (RtpStream $stream): Sdp => Sdp::fax($address, $stream->port);

        return $agent;
    }

    /**
     * @param int $port 0 for any free one
     * @param float $ring seconds it rings before it answers
     * @param \Closure(): self $now
     * @param TakenFile|null $file what it was told by its file, in the place of what is planned
     *
     * @return UserAgent|null none for a device without extension or address
     */
    public function agent(Device $device, int $port, \Closure $now, float $ring = 0.0, ?TakenFile $file = null): ?UserAgent
    {
        return $this->agentOf(device: $device, port: $port, now: $now, max: 1, ring: $ring, file: $file);
    }

    /**
     * One that only calls, beside the stand-in of the same number: what is meant for that one, that one takes.
     *
     * @param \Closure(): self $now
     */
    public function caller(Device $device, \Closure $now): ?UserAgent
    {
        return $this->agentOf($device, 0, $now, 0);
    }

    /**
     * One without a number, that calls and is called by its address alone.
     *
     * @param int $port 0 for any free one, where it only calls
     * @param \Closure(): self $now
     * @param string|null $callee where its calls go
     */
    public function byAddress(Device $device, int $port, \Closure $now, float $ring = 0.0, ?string $callee = null): ?UserAgent
    {
        $address = $this->addressOf($device);

        return null === $address ? null : $this->speaker(
            address: $address,
            port: $port,
            number: '',
            at: $callee ?? $address,
            now: $now,
            max: null === $callee ? 1 : 0,
            ring: $ring,
            codec: $this->settings->value($device, 'codec')?->text() ?? '',
        );
    }

    /** @param \Closure(): self $now */
    private function agentOf(
        Device $device,
        int $port,
        \Closure $now,
        int $max,
        float $ring = 0.0,
        ?TakenFile $file = null,
    ): ?UserAgent {
        $extension = $this->extensionOf($device);
        $server = $this->job->devices[$extension?->server] ?? null;
        $address = $this->addressOf($device);
        $at = null === $server ? null : $this->addressOf($server);
        if (null === $extension || null === $address || null === $at) {
            return null;
        }

        $told = null === $file ? null : Ipv4Address::tryFrom($file->server);

        return $this->speaker(
            address: $address,
            port: $port,
            number: $file->number ?? $extension->number,
            at: null === $told ? $at : (string) $this->network->addresses->toLab($told),
            now: $now,
            max: $max,
            ring: $ring,
            password: $file?->secret,
            transport: Transport::named($this->settings->value($device, 'sip-transport')?->text() ?? ''),
            codec: $this->settings->value($device, 'codec')?->text() ?? '',
        );
    }

    /** @return array<string, string> address by trunk, of those that are carried by SIP from a phone system */
    public function carriers(Device $system): array
    {
        $carriers = [];
        $n = 0;
        foreach ($this->job->all(Trunk::class) as $trunk) {
            $address = $this->network->carrier($n++);
            if (TrunkKind::Sip === $trunk->kind && $trunk->system === $system->id && null !== $address) {
                $carriers[$trunk->id] = $address;
            }
        }

        return $carriers;
    }

    /**
     * The far end of a trunk: answers whatever number, and calls in.
     *
     * @param \Closure(): self $now
     */
    public function carrier(Device $system, string $address, int $port, \Closure $now): UserAgent
    {
        $agent = $this->speaker(
            address: $address,
            port: $port,
            number: '',
            at: (string) $this->addressOf($system),
            now: $now,
            max: self::MANY,
            ring: 0.1,
        );
        $agent->dialogs->fax = static fn (RtpStream $stream): Sdp => Sdp::fax($address, $stream->port);

        return $agent;
    }

    /**
     * Streams to all that joined the group of a paging extension and are reached by it.
     *
     * @return list<RtpStream>
     */
    public function announcements(Device $system, Extension $paging): array
    {
        $from = (string) $this->addressOf($system);
        $streams = [];
        foreach (null === $paging->group ? [] : $this->network->joined($paging->group) as $device) {
            $to = $this->addressOf($device);
            if (null !== $to && $this->network->hearsStream($from, $to)) {
                $stream = new RtpStream($this->sockets->udp($from));
                $stream->sendTo($to, $this->network->hearingPort($device));
                $streams[] = $stream;
            }
        }

        return $streams;
    }

    /** Whom a unit gets when it dials another, or an address. */
    public function calledBy(Device $caller, string $to): ?Device
    {
        return $this->network->calledBy($caller->id, $to);
    }

    public function addressOf(Device $device): ?string
    {
        $address = $this->network->addressOf($device->id);

        return null === $address ? null : (string) $this->network->addresses->toLab($address);
    }

    /** @param \Closure(): self $now */
    private function speaker(
        string $address,
        int $port,
        string $number,
        string $at,
        \Closure $now,
        int $max,
        float $ring = 0.0,
        ?string $password = null,
        Transport $transport = Transport::Udp,
        string $codec = '',
    ): UserAgent {
        $preferred = self::CODECS[$codec] ?? Sdp::PCMU;
        $payloads = array_values(array_unique([$preferred, ...self::CODECS]));
        $admits = static fn (string $from): bool => $now()->network->hearsMedia($from, $address);

        return new UserAgent(
            endpoint: $this->endpoint($address, $port, $now, [$transport]),
            user: $number,
            password: $password ?? self::password($number),
            server: $at,
            serverPort: $transport->port(),
            media: fn (): RtpStream => new RtpStream($this->sockets->udpEven($address), $admits, $this->faults),
            describe: static function (RtpStream $stream) use ($address, $payloads, $transport): Sdp {
                $sdp = new Sdp($address, $stream->port, $payloads);

                // A key in the clear is none: only who speaks within TLS offers one (RFC 4568, section 8.3).
                return Transport::Tls === $transport ? $sdp->sealed($stream->sealing->key()) : $sdp;
            },
            max: $max,
            ring: $ring,
            transport: $transport,
        );
    }

    private static function isOwn(Extension $extension): bool
    {
        return match ($extension->kind) {
            ExtensionKind::Attendant, ExtensionKind::Voicemail, ExtensionKind::Paging, ExtensionKind::Conference => true,
            ExtensionKind::Fax, ExtensionKind::Analogue => null === $extension->device || $extension->device === $extension->server,
            ExtensionKind::Sip, ExtensionKind::Group => false,
        };
    }

    /**
     * @param \Closure(): self $now
     * @param list<Transport> $transports beside UDP
     */
    private function endpoint(string $address, int $port, \Closure $now, array $transports): SipEndpoint
    {
        $socket = $this->sockets->udp($address, $port);
        $wires = [];
        foreach ($transports as $transport) {
            if ($transport->isReliable()) {
                $at = self::PORT === $socket->port() ? $transport->port() : $socket->port();
                $certificate = Transport::Tls === $transport ? $this->certificate : null;
                $wires[$transport->value] = new TcpWire($this->sockets, $address, $at, $certificate);
            }
        }

        return new SipEndpoint(
            socket: $socket,
            address: $address,
            port: $socket->port(),
            admits: static fn (string $from): bool => $now()->network->hearsSip($from, $address),
            wires: $wires,
        );
    }
}
