<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Amp\ByteStream\StreamException;
use Amp\CancelledException;
use Amp\DeferredFuture;
use Amp\Socket\ConnectException;
use Amp\Socket\SocketException;
use Amp\TimeoutCancellation;
use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\RefusedTarget;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Ntp\NtpPacket;
use Vorhut\Field\Picture\Pushed;
use Vorhut\Field\Poll\PollMessage;
use Vorhut\Field\Rtp\RtpStream;
use Vorhut\Field\Rtsp\LabViewer;
use Vorhut\Field\Rtsp\RtspViewer;
use Vorhut\Field\Sip\SipEndpoint;
use Vorhut\Field\Sip\SipMessage;

/** Asks one address one thing: bounded in time and bytes, and nothing is changed at the unit. */
final readonly class Prober
{
    private const CONNECTION_REFUSED = 111;
    private const POLLS = 3;

    private ConnectionProber $connections;
    private Ears $ears;
    private Echoes $echoes;

    public function __construct(private Sockets $sockets, private float $seconds = 2.0)
    {
        $this->connections = new ConnectionProber($sockets, $seconds);
        $this->ears = new Ears($sockets);
        $this->echoes = new Echoes($sockets, $seconds);
    }

    /**
     * @param string|null $from address to ask from: the vantage point
     *
     * @throws RefusedTarget
     */
    public function ask(ProbeKind $kind, string $target, int $port, ?string $from = null, ?ProbeDetails $with = null): ProbeResult
    {
        $this->sockets->check($target);
        $with ??= new ProbeDetails();
        $start = hrtime(true);
        try {
            [$status, $evidence] = match ($kind) {
                ProbeKind::Tcp, ProbeKind::File => $this->connections->open($target, $port, $from),
                ProbeKind::Http => $this->connections->talk(
                    target: $target,
                    port: $port,
                    from: $from,
                    request: \sprintf("HEAD / HTTP/1.1\r\nHost: %s\r\nConnection: close\r\n\r\n", $target),
                    pattern: '#^HTTP/1\.[01] (\d{3})[^\r\n]*#',
                ),
                ProbeKind::Rtsp => $this->connections->talk(
                    target: $target,
                    port: $port,
                    from: $from,
                    request: \sprintf("OPTIONS rtsp://%s/ RTSP/1.0\r\nCSeq: 1\r\nUser-Agent: vorhut\r\n\r\n", $target),
                    pattern: '#^RTSP/1\.0 (\d{3})[^\r\n]*#',
                ),
                ProbeKind::Watch => $this->watch($target, $port, $from, $with->unit),
                ProbeKind::Announced => $this->announced($target, $port, $from),
                ProbeKind::Scene => (new SceneProber($this->sockets, $this->seconds))->ask($target, $port, $from, $with->universe),
                ProbeKind::Poll => $this->poll($target, $port, $from),
                ProbeKind::Sip => $this->sip($target, $port, $from),
                ProbeKind::Echo => self::echoed($this->echoes->datagram($target, $port, $from)),
                ProbeKind::Ping => self::echoed($this->echoes->ping($target)),
                ProbeKind::Ntp => $this->ntp($target, $port, $from),
                ProbeKind::DnsSd => (new DnsSdProber($this->sockets, $this->seconds))->ask($target, $port, $from),
                ProbeKind::Media => $with->kbps > 0
                    ? $this->push($target, $port, $from, $with->kbps)
                    : $this->media($target, $port, $from),
                ProbeKind::Register, ProbeKind::Call, ProbeKind::Dial, ProbeKind::Page, ProbeKind::Fax,
                ProbeKind::Ring => throw new \LogicException('The SIP prober asks these.'),
            };
        } catch (ConnectException $e) {
            [$status, $evidence] = [self::CONNECTION_REFUSED === $e->getCode() ? ProbeStatus::Refused : ProbeStatus::Silent, []];
        } catch (CancelledException|SocketException) {
            [$status, $evidence] = [ProbeStatus::Silent, []];
        }

        return new ProbeResult(
            kind: $kind,
            target: $target,
            port: $port,
            status: $status,
            milliseconds: (hrtime(true) - $start) / 1e6,
            evidence: $evidence,
        );
    }

    /** @return array{ProbeStatus, array<string, string|int|float>} */
    private static function echoed(bool $cameBack): array
    {
        return [$cameBack ? ProbeStatus::Answered : ProbeStatus::Silent, []];
    }

    /** @return array{ProbeStatus, array<string, string|int|float>} */
    private function watch(string $target, int $port, ?string $from, string $unit): array
    {
        $viewer = new RtspViewer($this->sockets, LabViewer::USER, LabViewer::password($unit), $this->seconds);
        try {
            $seen = $viewer->watch($target, $port, $from);
        } catch (StreamException) {
            return [ProbeStatus::Closed, []];
        }
        if (\is_string($seen)) {
            return ['' === $seen ? ProbeStatus::Closed : ProbeStatus::Strange, '' === $seen ? [] : ['status' => $seen]];
        }

        return [0 === $seen->packets() ? ProbeStatus::Silent : ProbeStatus::Answered, $seen->evidence()];
    }

    /**
     * Nothing is sent: the station listens until the unit speaks.
     *
     * @return array{ProbeStatus, array<string, string|int|float>}
     */
    private function announced(string $target, int $port, ?string $from): array
    {
        $heard = null === $from ? null : $this->ears->hear($from, $port, $target, $this->seconds);

        return null === $heard ? [ProbeStatus::Silent, []] : [ProbeStatus::Answered, ['session' => $heard->name()]];
    }

    /** @return array{ProbeStatus, array<string, string|int|float>} */
    private function poll(string $target, int $port, ?string $from): array
    {
        $socket = $this->sockets->udpToward($target, $from);
        $nonce = bin2hex(random_bytes(8));
        try {
            // Datagrams get lost; the question is put three times within the time.
            for ($try = 1; $try <= self::POLLS; ++$try) {
                $socket->send($target, $port, PollMessage::poll($nonce));
                $device = $this->pollAnswer($socket, $target, $nonce);
                if (null !== $device) {
                    return [ProbeStatus::Answered, ['device' => $device]];
                }
            }

            return [ProbeStatus::Silent, []];
        } finally {
            $socket->close();
        }
    }

    /** @return array{ProbeStatus, array<string, string|int|float>} */
    private function push(string $target, int $port, ?string $from, float $kbps): array
    {
        $socket = $this->sockets->udpToward($target, $from);
        $pushed = new Pushed($socket);
        try {
            $report = $pushed->push($target, $port, $kbps, $this->seconds / 2);
            $rate = $pushed->octets * 8 / 1000 / max(1e-9, $this->seconds / 2);
            $evidence = ['kbit/s' => (int) round($rate), 'sent' => $pushed->packets];

            return null === $report
                ? [ProbeStatus::Silent, $evidence]
                : [ProbeStatus::Answered, [...$evidence, 'lost' => $report->lost]];
        } finally {
            $socket->close();
        }
    }

    /** @return array{ProbeStatus, array<string, string|int|float>} */
    private function media(string $target, int $port, ?string $from): array
    {
        $socket = $this->sockets->udpToward($target, $from);
        $stream = new RtpStream($socket);
        try {
            $stream->sendTo($target, $port);
            $report = $stream->report(new TimeoutCancellation($this->seconds));
            $sent = $stream->sent;

            return [ProbeStatus::Answered, ['sent' => $sent, 'lost' => $report->lost]];
        } catch (CancelledException) {
            return [ProbeStatus::Silent, ['sent' => $stream->sent]];
        } finally {
            $stream->close();
        }
    }

    /**
     * Asks for the time; a clock that is not set answers, and is strange.
     *
     * @return array{ProbeStatus, array<string, string|int|float>}
     */
    private function ntp(string $target, int $port, ?string $from): array
    {
        $socket = $this->sockets->udpToward($target, $from);
        $cookie = random_bytes(8);
        try {
            $asked = microtime(true);
            $socket->send($target, $port, NtpPacket::question($cookie));
            $time = new TimeoutCancellation($this->seconds);
            while (null !== ($datagram = $socket->receive($time))) {
                $answer = $datagram[0] === $target ? NtpPacket::parse($datagram[2]) : null;
                if (true === $answer?->answers($cookie)) {
                    $offset = 1000 * $answer->offset($asked, microtime(true));

                    return [$answer->isSet() ? ProbeStatus::Answered : ProbeStatus::Strange, [
                        'stratum' => $answer->stratum,
                        'ahead of ours' => \sprintf('%.1f ms', $offset),
                    ]];
                }
            }

            return [ProbeStatus::Silent, []];
        } finally {
            $socket->close();
        }
    }

    /** @return array{ProbeStatus, array<string, string|int|float>} */
    private function sip(string $target, int $port, ?string $from): array
    {
        $socket = $this->sockets->udpToward($target, $from);
        $from = $socket->address();
        $endpoint = new SipEndpoint($socket, $from, $socket->port());
        /** @var DeferredFuture<SipMessage> $answer */
        $answer = new DeferredFuture();
        try {
            $endpoint->listen(null);
            $request = SipMessage::request('OPTIONS', \sprintf('sip:%s:%d', $target, $port), [
                ['Via', $endpoint->via()],
                ['Max-Forwards', '70'],
                ['From', \sprintf('<sip:probe@%s>;tag=%s', $from, SipEndpoint::token())],
                ['To', \sprintf('<sip:%s>', $target)],
                ['Call-ID', SipEndpoint::token()],
                ['CSeq', '1 OPTIONS'],
                ['Accept', 'application/sdp'],
            ]);
            $endpoint->ask($request, $target, $port, static function (SipMessage $response) use ($answer): void {
                if ($response->status >= 200 && !$answer->isComplete()) {
                    $answer->complete($response);
                }
            });
            $response = $answer->getFuture()->await(new TimeoutCancellation($this->seconds));

            return [
                ProbeStatus::Answered,
                [
                    'status' => $response->status.' '.$response->reason,
                    'allows' => mb_scrub(substr((string) $response->first('Allow'), 0, 120)),
                ],
            ];
        } finally {
            $endpoint->close();
        }
    }

    private function pollAnswer(GatedUdp $socket, string $target, string $nonce): ?string
    {
        try {
            $time = new TimeoutCancellation($this->seconds / self::POLLS);
            while (null !== ($datagram = $socket->receive($time))) {
                $device = PollMessage::deviceOfAnswer($datagram[2], $nonce);
                if ($datagram[0] === $target && null !== $device) {
                    return $device;
                }
            }
        } catch (CancelledException) {
            // Nothing in this part of the time.
        }

        return null;
    }
}
