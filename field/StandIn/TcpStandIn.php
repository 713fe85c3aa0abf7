<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Amp\Socket\ServerSocket;
use Amp\Socket\Socket;
use Amp\Socket\TlsException;
use Amp\TimeoutCancellation;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Profile\SipRole;
use Vorhut\Field\Lab\LabFiles;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Lab\LabSip;
use Vorhut\Field\Net\OwnCertificate;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Serve\FileSpeaker;
use Vorhut\Field\Serve\TextSpeaker;
use Vorhut\Field\Words\WordSpeaker;

/**
 * Listens on a TCP port. The kernel completes every handshake on loopback, so a connection that the planned topology would
 * not allow is closed at once, without a byte; probes take that for no answer.
 */
final class TcpStandIn implements ServiceStandIn
{
    private const HTTP = 80;
    private const HTTPS = 443;
    private const MAX_BYTES = 16384;
    private const MAX_SECONDS = 5;
    private ?ServerSocket $server = null;

    /**
     * @param \Closure(): LabNetwork $network the plan as it stands now
     * @param OwnCertificate|null $certificate where it speaks within TLS
     */
    public function __construct(
        private readonly Sockets $sockets,
        private readonly string $address,
        private readonly int $port,
        private readonly Service $service,
        private readonly \Closure $network,
        private readonly TextSpeaker $speaker,
        private readonly Crowd $crowd,
        private readonly ?OwnCertificate $certificate = null,
    ) {}

    public static function at(ServiceSite $site): ?self
    {
        if (Protocol::Tcp !== $site->service->protocol || self::isOfPhoneSystem($site)) {
            return null;
        }
        $hasFiles = LabFiles::PORT === $site->service->firstPort && $site->lab->files->isServer($site->device);

        return new self(
            sockets: $site->lab->sockets,
            address: $site->address,
            port: $site->port,
            service: $site->service,
            network: $site->network,
            speaker: $hasFiles ? self::fileSpeaker($site) : self::speaker($site),
            crowd: $site->lab->crowd,
            certificate: match (true) {
                $hasFiles => $site->lab->certificate,
                self::HTTPS === $site->service->firstPort => new OwnCertificate(self::marks($site->device)),
                default => null,
            },
        );
    }

    private static function isOfPhoneSystem(ServiceSite $site): bool
    {
        return SipRole::Server === $site->profile->sipRole && LabSip::PORT === $site->service->firstPort;
    }

    private static function fileSpeaker(ServiceSite $site): TextSpeaker
    {
        $served = static fn (string $name): ?array => $site->lab->files->served($site->deviceNow(), $name);

        return new FileSpeaker($served, static function (): void {});
    }

    private static function speaker(ServiceSite $site): TextSpeaker
    {
        return match ($site->service->firstPort) {
            WordSpeaker::PORT => $site->lab->units->speaker($site->device),
            self::HTTP, self::HTTPS => new PageSpeaker($site->deviceNow(...)),
            default => new SilentSpeaker(),
        };
    }

    /** What makes a unit the one that it is: another in its place has another certificate. */
    private static function marks(Device $device): string
    {
        return implode(' ', [$device->id, (string) $device->serial, (string) ($device->interfaces[0] ?? null)?->mac]);
    }

    public function start(): void
    {
        $this->server = $this->sockets->listen($this->address, $this->port, $this->certificate?->context());
        $this->crowd->take($this->server, $this->serve(...));
    }

    public function stop(): void
    {
        $this->server?->close();
    }

    private function serve(Socket $socket): void
    {
        try {
            $from = explode(':', $socket->getRemoteAddress()->toString())[0];
            if (!($this->network)()->answers($from, $this->address, $this->service)) {
                return;
            }
            $time = new TimeoutCancellation(self::MAX_SECONDS);
            if (null !== $this->certificate) {
                $socket->setupTls($time);
            }
            $text = '';
            while (null !== ($part = $socket->read($time))) {
                $text .= $part;
                $answer = $this->speaker->answer($text);
                if (null !== $answer) {
                    $socket->write($answer);

                    return;
                }
                if (\strlen($text) > self::MAX_BYTES) {
                    return;
                }
            }
        } catch (\Amp\CancelledException|\Amp\ByteStream\StreamException|TlsException) {
            // A peer that is slow or gone costs nobody else anything.
        }
    }
}
