<?php

declare(strict_types=1);

namespace Vorhut\Tests\Support;

use Amp\Future;
use Amp\TimeoutCancellation;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\OwnCertificate;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Rtp\RtpStream;
use Vorhut\Field\Sip\Digest;
use Vorhut\Field\Sip\PhoneSystem;
use Vorhut\Field\Sip\Sdp;
use Vorhut\Field\Sip\SipEndpoint;
use Vorhut\Field\Sip\SipMessage;
use Vorhut\Field\Sip\Switching;
use Vorhut\Field\Sip\TcpWire;
use Vorhut\Field\Sip\Transport;
use Vorhut\Field\Sip\UserAgent;

/** A phone system and phones on loopback, and requests made by hand. */
trait SipBench
{
    use Waiting;

    private const AT = '127.199.20.1';
    private const TLS_PORT = 15063;

    private Sockets $sockets;

    /** @var array<array-key, array{string, int}> where phones are, by number */
    private array $at = [];

    /** @var list<UserAgent|PhoneSystem|GatedUdp|SipEndpoint> */
    private array $open = [];

    protected function setUp(): void
    {
        $this->sockets = new Sockets(new TargetGate());
    }

    protected function tearDown(): void
    {
        foreach ($this->open as $thing) {
            $thing instanceof GatedUdp || $thing instanceof SipEndpoint ? $thing->close() : $thing->stop();
        }
        $this->open = [];
    }

    private function system(?Switching $switching = null): PhoneSystem
    {
        $secrets = [];
        foreach (range(2001, 2020) as $number) {
            $secrets[(string) $number] = 'lab-'.$number;
        }
        $endpoint = new SipEndpoint(
            $this->sockets->udp(self::AT, 15061),
            self::AT,
            15061,
            wires: [
                Transport::Tcp->value => new TcpWire($this->sockets, self::AT, 15061),
                Transport::Tls->value => new TcpWire($this->sockets, self::AT, self::TLS_PORT, new OwnCertificate()),
            ],
        );
        $system = null === $switching ? new PhoneSystem($endpoint, $secrets) : new PhoneSystem($endpoint, $secrets, switching: $switching);
        $this->open[] = $system;
        $system->start();

        return $system;
    }

    /** @param list<int> $payloads */
    private function phone(
        string $number,
        array $payloads = [Sdp::PCMU, Sdp::PCMA],
        float $ring = 0.0,
        int $max = 1,
        Transport $transport = Transport::Udp,
        float $t1 = SipEndpoint::T1,
    ): UserAgent {
        $address = '127.199.21.'.((int) $number - 2000);
        $socket = $this->sockets->udp($address);
        $this->at[$number] = [$address, $socket->port()];
        $certificate = Transport::Tls === $transport ? new OwnCertificate() : null;
        $wires = $transport->isReliable()
            ? [$transport->value => new TcpWire($this->sockets, $address, $socket->port(), $certificate)]
            : [];
        $phone = $this->open[] = new UserAgent(
            endpoint: new SipEndpoint($socket, $address, $socket->port(), wires: $wires, t1: $t1),
            user: $number,
            password: 'lab-'.$number,
            server: self::AT,
            serverPort: Transport::Tls === $transport ? self::TLS_PORT : 15061,
            media: fn (): RtpStream => new RtpStream($this->sockets->udp($address)),
            describe: static function (RtpStream $media) use ($address, $payloads, $transport): Sdp {
                $sdp = new Sdp($address, $media->port, $payloads);

                return Transport::Tls === $transport ? $sdp->sealed($media->sealing->key()) : $sdp;
            },
            max: $max,
            ring: $ring,
            transport: $transport,
        );
        $phone->start();

        return $phone;
    }

    private function hand(string $address, float $t1 = SipEndpoint::T1): SipEndpoint
    {
        $socket = $this->sockets->udp($address);
        $endpoint = $this->open[] = new SipEndpoint($socket, $address, $socket->port(), t1: $t1);
        $endpoint->listen(static function (): void {});

        return $endpoint;
    }

    /**
     * The final answer to a request made by hand.
     *
     * @param list<array{string, string}> $more headers; those with a name of one that is always there replace it
     */
    private function answerTo(
        SipEndpoint $context,
        string $method,
        string $uri,
        array $more = [],
        string $body = '',
        ?string $host = null,
        ?int $port = null,
    ): SipMessage {
        $answer = null;
        $headers = [
            'Max-Forwards' => '70',
            'From' => '<sip:2001@'.self::AT.'>;tag=hand',
            'To' => '<sip:2002@'.self::AT.'>',
            'Call-ID' => 'hand-'.SipEndpoint::token(),
            'CSeq' => '1 '.$method,
            'Contact' => \sprintf('<sip:2001@%s:%d>', $context->address, $context->port),
        ];
        foreach ($more as [$name, $value]) {
            $headers[$name] = $value;
        }
        $list = [['Via', $context->via()]];
        foreach (array_filter($headers, static fn (string $v): bool => '' !== $v) as $name => $value) {
            $list[] = [$name, $value];
        }
        $request = SipMessage::request($method, $uri, $list, $body);
        $context->ask($request, $host ?? self::AT, $port ?? 15061, static function (SipMessage $response) use (&$answer): void {
            $answer = $response->status >= 200 ? $response : $answer;
        });
        self::until(static function () use (&$answer): bool {
            return null !== $answer;
        });
        \assert($answer instanceof SipMessage);

        return $answer;
    }

    /**
     * @template T
     *
     * @param Future<T> $future
     *
     * @return T
     */
    private function wait(Future $future): mixed
    {
        return $future->await(new TimeoutCancellation(5));
    }

    /** The Authorization header that answers a challenge. */
    private static function proof(SipMessage $challenge, string $user, string $method, string $uri): string
    {
        $asked = (string) ($challenge->first('WWW-Authenticate') ?? $challenge->first('Proxy-Authenticate'));

        return (string) Digest::answer(challenge: $asked, user: $user, password: 'lab-'.$user, method: $method, uri: $uri, cnonce: 'c');
    }
}
