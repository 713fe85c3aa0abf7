<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

use Revolt\EventLoop;
use Vorhut\Field\Net\Dscp;
use Vorhut\Field\Net\GatedUdp;
use Vorhut\Field\Net\RefusedTarget;
use Vorhut\Field\Net\Turn;

/**
 * One port that speaks SIP, by UDP and perhaps TCP: keeps transactions (RFC 3261, section 17), sends again what may be lost, answers
 * again what was asked again. Bytes that are no SIP are dropped, requests that are malformed but addressed get 400 where possible.
 */
final class SipEndpoint
{
    /** Round-trip estimate and its limit, seconds (section 17.1.1.1). */
    public const T1 = 0.5;
    public const T2 = 4.0;
    public const MAGIC = 'z9hG4bK';

    /** @var array<string, ClientTransaction> */
    private array $clients = [];

    /** @var array<string, ServerTransaction> */
    private array $servers = [];

    /** @var (\Closure(ServerTransaction): void)|null null: it only asks, and leaves requests without an answer */
    private ?\Closure $onRequest = null;

    /** @var \Closure(SipMessage): void */
    private \Closure $onAck;

    /** @var \Closure(SipMessage): void */
    private \Closure $onStray;

    /**
     * @param (\Closure(string): bool)|null $admits whether datagrams from an address get here at all; null: all do
     * @param array<string, TcpWire> $wires beside it, by the transport that each carries
     * @param float $t1 seconds of a round trip (section 17.1.1.1)
     */
    public function __construct(
        private readonly GatedUdp $socket,
        public readonly string $address,
        public readonly int $port,
        private readonly ?\Closure $admits = null,
        private readonly array $wires = [],
        public readonly float $t1 = self::T1,
    ) {
        $socket->mark(Dscp::Signalling);
        $this->onAck = static function (SipMessage $ack): void {};
        $this->onStray = static function (SipMessage $response): void {};
    }

    /**
     * @param (\Closure(ServerTransaction): void)|null $onRequest null for one that only asks
     * @param (\Closure(SipMessage): void)|null $onAck an ACK of a 2xx
     * @param (\Closure(SipMessage): void)|null $onStray a response no transaction waits for
     */
    public function listen(?\Closure $onRequest, ?\Closure $onAck = null, ?\Closure $onStray = null): void
    {
        $this->onRequest = $onRequest;
        $this->onAck = $onAck ?? $this->onAck;
        $this->onStray = $onStray ?? $this->onStray;
        Turn::ofEach($this->socket, function (string $host, int $port, string $bytes): void {
            if (null === $this->admits || ($this->admits)($host)) {
                $this->take($bytes, $host, $port);
            }
        });
        foreach ($this->wires as $transport => $wire) {
            $wire->listen(function (string $bytes, string $host, int $port) use ($transport): void {
                if (null === $this->admits || ($this->admits)($host)) {
                    $this->take($bytes, $host, $port, Transport::named($transport));
                }
            });
        }
    }

    public function close(): void
    {
        foreach ([...$this->clients, ...$this->servers] as $transaction) {
            $transaction->end();
        }
        $this->clients = $this->servers = [];
        $this->socket->close();
        foreach ($this->wires as $wire) {
            $wire->close();
        }
    }

    /** A Via of this endpoint with a branch of its own. */
    public function via(Transport $transport = Transport::Udp): string
    {
        $transport = $this->spoken($transport);
        $branch = self::MAGIC.self::token();

        return \sprintf('SIP/2.0/%s %s:%d;branch=%s;rport', $transport->value, $this->address, $this->portOf($transport), $branch);
    }

    /** Where it listens for what comes that way. */
    public function portOf(Transport $transport): int
    {
        return ($this->wires[$transport->value] ?? null)->port ?? $this->port;
    }

    /** What was asked for where it speaks it, else UDP. */
    private function spoken(Transport $transport): Transport
    {
        return isset($this->wires[$transport->value]) ? $transport : Transport::Udp;
    }

    /** @param \Closure(SipMessage): void $onResponse every response; 408 when none came */
    public function ask(
        SipMessage $request,
        string $host,
        int $port,
        \Closure $onResponse,
        Transport $transport = Transport::Udp,
    ): ClientTransaction {
        $key = $request->branch().' '.$request->method;
        $transaction = new ClientTransaction(
            endpoint: $this,
            request: $request,
            host: $host,
            port: $port,
            onResponse: $onResponse,
            forget: function () use ($key): void {
                unset($this->clients[$key]);
            },
            transport: $this->spoken($transport),
        );
        $this->clients[$key] = $transaction;
        $transaction->start();

        return $transaction;
    }

    /** Sends once, without a transaction: an ACK of a 2xx, or a response passed on. False: that address is never contacted. */
    public function send(SipMessage $message, string $host, int $port, Transport $transport = Transport::Udp): bool
    {
        try {
            $wire = $this->wires[$transport->value] ?? $this->socket;
            $wire->send($host, $port, (string) $message);
        } catch (\Amp\Socket\SocketException) {
            // Lost like any datagram; whoever waits for an answer asks again.
        } catch (RefusedTarget) {
            return false;
        }

        return true;
    }

    public static function token(): string
    {
        return bin2hex(random_bytes(8));
    }

    private function take(string $bytes, string $host, int $port, Transport $transport = Transport::Udp): void
    {
        if ('' === trim($bytes)) {
            return;
        }
        try {
            $message = SipMessage::parse($bytes);
        } catch (SipError $e) {
            $refusal = null === $e->request || null === $this->onRequest ? null : $e->refusal();
            if (null !== $refusal) {
                $this->send($refusal, $host, $transport->isReliable() ? $port : self::answerPort($e->request, $port), $transport);
            }

            return;
        }
        if (null === $message->method) {
            $client = $this->clients[$message->branch().' '.$message->cseqMethod()] ?? null;
            null === $client ? ($this->onStray)($message) : $client->take($message);

            return;
        }
        $onRequest = $this->onRequest;
        if (null === $onRequest) {
            return;
        }
        $message = self::received($message, $host, $port);
        $ack = 'ACK' === $message->method;
        $key = $message->branch().' '.strtok((string) $message->first('Via'), ';').' '.($ack ? 'INVITE' : $message->method);
        $server = $this->servers[$key] ?? null;
        if (null !== $server) {
            $ack ? $server->acknowledge() : $server->again();
        } elseif ($ack) {
            ($this->onAck)($message);
        } else {
            $answerTo = $transport->isReliable() ? $port : self::answerPort($message, $port);
            $this->servers[$key] = $server = new ServerTransaction(
                endpoint: $this,
                request: $message,
                host: $host,
                port: $answerTo,
                transport: $transport,
            );
            $this->forgetLater($key, $server);
            $onRequest($server);
        }
    }

    /** Kept for 64·T1 after its final answer (timers H and J); an INVITE may ring until timer C ends it. */
    private function forgetLater(string $key, ServerTransaction $server, int $turns = 7): void
    {
        EventLoop::unreference(EventLoop::delay(64 * $this->t1, function () use ($key, $server, $turns): void {
            if ($server->isAnswered() || $turns <= 0) {
                unset($this->servers[$key]);
            } else {
                $this->forgetLater($key, $server, $turns - 1);
            }
        }));
    }

    /** The server transaction of the INVITE that a CANCEL means (section 9.2). */
    public function cancelled(SipMessage $cancel): ?ServerTransaction
    {
        return $this->servers[$cancel->branch().' '.strtok((string) $cancel->first('Via'), ';').' INVITE'] ?? null;
    }

    /** With rport answers go where the request came from, else to the port its Via names (RFC 3581, section 4). */
    private static function answerPort(SipMessage $request, int $port): int
    {
        $via = (string) $request->first('Via');
        if (null !== SipMessage::parameter($via, 'rport')) {
            return $port;
        }

        return 1 === preg_match('#^SIP/2\.0/UDP\s+[^;:\s]+(?::(\d{1,5}))?#', $via, $m) ? (int) ($m[1] ?? '5060') : $port;
    }

    /** Section 18.2.1 and RFC 3581: where the request really came from. */
    private static function received(SipMessage $request, string $host, int $port): SipMessage
    {
        $vias = $request->all('Via');
        $vias[0] = (string) preg_replace('/;\s*rport(?=;|$)/i', ';rport='.$port, $vias[0]).';received='.$host;

        return $request->with('Via', $vias);
    }
}
