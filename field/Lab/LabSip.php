<?php

declare(strict_types=1);

namespace Vorhut\Field\Lab;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\Job;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Rtp\RtpStream;
use Vorhut\Field\Sip\PhoneSystem;
use Vorhut\Field\Sip\Sdp;
use Vorhut\Field\Sip\SipEndpoint;
use Vorhut\Field\Sip\UserAgent;

/** Makes SIP speakers for the devices of a job, on their lab addresses and within the planned topology. */
final readonly class LabSip
{
    public const PORT = 5060;

    public function __construct(private Job $job, private LabNetwork $network, private Sockets $sockets)
    {
    }

    /** What an extension proves itself with in the lab: made from its number, since nothing there is worth a secret. */
    public static function password(string $number): string
    {
        return 'lab-'.$number;
    }

    public function extensionOf(Device $device): ?Extension
    {
        foreach ($this->job->extensions as $extension) {
            if ($extension->device === $device->id && null !== $extension->server) {
                return $extension;
            }
        }

        return null;
    }

    /** @param \Closure(): self $now */
    public function phoneSystem(Device $device, \Closure $now): PhoneSystem
    {
        $secrets = [];
        foreach ($this->job->extensions as $extension) {
            if ($extension->server === $device->id) {
                $secrets[$extension->number] = self::password($extension->number);
            }
        }
        $address = (string) $this->addressOf($device);

        return new PhoneSystem($this->endpoint($address, self::PORT, $now), $secrets);
    }

    /**
     * @param int $port 0 for any free one
     * @param float $ring seconds it rings before it answers
     * @param \Closure(): self $now
     *
     * @return UserAgent|null none for a device without extension or address
     */
    public function agent(Device $device, int $port, \Closure $now, float $ring = 0.0): ?UserAgent
    {
        $extension = $this->extensionOf($device);
        $server = $this->job->devices[$extension?->server] ?? null;
        $address = $this->addressOf($device);
        $at = null === $server ? null : $this->addressOf($server);
        if (null === $extension || null === $address || null === $at) {
            return null;
        }
        $media = function () use ($address, $now): RtpStream {
            return new RtpStream(
                $this->sockets->udp($address),
                static fn (string $from): bool => $now()->network->hearsMedia($from, $address),
            );
        };

        return new UserAgent(
            $this->endpoint($address, $port, $now),
            $extension->number,
            self::password($extension->number),
            $at,
            self::PORT,
            $media,
            static fn (RtpStream $stream): Sdp => new Sdp($address, $stream->port, [Sdp::PCMU, Sdp::PCMA]),
            1,
            $ring,
        );
    }

    private function addressOf(Device $device): ?string
    {
        $address = $this->network->addressOf($device->id);

        return null === $address ? null : (string) $this->network->addresses->toLab($address);
    }

    /** @param \Closure(): self $now */
    private function endpoint(string $address, int $port, \Closure $now): SipEndpoint
    {
        $socket = $this->sockets->udp($address, $port);

        return new SipEndpoint(
            $socket,
            $address,
            $socket->port(),
            static fn (string $from): bool => $now()->network->hearsSip($from, $address),
        );
    }
}
