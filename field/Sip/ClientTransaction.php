<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

use Revolt\EventLoop;

/** A request on its way (RFC 3261, section 17.1): sent again until something comes back, given up after 64·T1. */
final class ClientTransaction
{
    private ?string $again = null;
    private string $limit = '';
    private float $interval;
    private bool $over = false;
    private bool $provisional = false;
    private bool $isUnwanted = false;
    private bool $isCancelled = false;

    /** Seconds until what rings is let go. */
    public float $ringsFor = 180;

    /**
     * @param \Closure(SipMessage): void $onResponse
     * @param \Closure(): void $forget
     */
    public function __construct(
        private readonly SipEndpoint $endpoint,
        public readonly SipMessage $request,
        public readonly string $host,
        public readonly int $port,
        private readonly \Closure $onResponse,
        private readonly \Closure $forget,
        private readonly Transport $transport = Transport::Udp,
    ) {
        $this->interval = $endpoint->t1;
    }

    public function start(): void
    {
        if (!$this->endpoint->send($this->request, $this->host, $this->port, $this->transport)) {
            $this->end();
            ($this->onResponse)($this->request->reply(503, 'Service Unavailable', SipEndpoint::token()));

            return;
        }
        if (!$this->transport->isReliable()) {
            $this->schedule();
        }
        $this->limit = EventLoop::delay(64 * $this->endpoint->t1, function (): void {
            $this->end();
            ($this->onResponse)($this->request->reply(408, 'Request Timeout', SipEndpoint::token()));
        });
    }

    public function take(SipMessage $response): void
    {
        $invite = 'INVITE' === $this->request->method;
        if ($response->status < 200) {
            $this->provisional = true;
            // An INVITE that was heard is not sent again; it may ring for long (timer C, section 16.6).
            if ($invite && !$this->over) {
                $this->stopTimers();
                $this->limit = EventLoop::delay($this->ringsFor, $this->rangTooLong(...));
            }
            if ($this->isUnwanted) {
                $this->cancel();
            }
        } elseif ($invite && $response->status >= 300) {
            $this->endpoint->send($this->ack($response), $this->host, $this->port, $this->transport);
        }
        if ($this->over) {
            return;
        }
        if ($response->status >= 200) {
            $this->over = true;
            $this->stopTimers();
            // Lingers to meet answers that come again: 32 s for an INVITE, T4 for others, and not at all after a 2xx.
            EventLoop::unreference(EventLoop::delay($invite ? ($response->status < 300 ? 0 : 32) : 5, $this->forget));
        }
        ($this->onResponse)($response);
    }

    /** Whether something was heard that is no final answer: it rings, or is on its way. */
    public function rang(): bool
    {
        return $this->provisional;
    }

    /** Section 9.1: sent once something was heard, which is waited for; same branch, same number. */
    public function cancel(): void
    {
        $this->isUnwanted = !$this->over && !$this->provisional;
        if ($this->over || !$this->provisional || $this->isCancelled) {
            return;
        }
        $this->isCancelled = true;
        $cancel = SipMessage::request('CANCEL', $this->request->uri, [
            ['Via', (string) $this->request->first('Via')],
            ['Max-Forwards', '70'],
            ['From', (string) $this->request->first('From')],
            ['To', (string) $this->request->first('To')],
            ['Call-ID', (string) $this->request->first('Call-ID')],
            ['CSeq', $this->request->sequence().' CANCEL'],
        ]);
        $this->endpoint->ask(
            request: $cancel,
            host: $this->host,
            port: $this->port,
            onResponse: static function (): void {},
            transport: $this->transport,
        );
    }

    /** Section 16.8: what rang too long is let go, and whoever asked is told. */
    private function rangTooLong(): void
    {
        $this->cancel();
        $isTold = $this->over;
        $this->over = true;
        if (!$isTold) {
            ($this->onResponse)($this->request->reply(408, 'Request Timeout', SipEndpoint::token()));
        }
        EventLoop::unreference(EventLoop::delay(32, $this->forget));
    }

    public function end(): void
    {
        $this->over = true;
        $this->stopTimers();
        ($this->forget)();
    }

    /** The ACK of a final answer that is no 2xx belongs to the transaction (section 17.1.1.3). */
    private function ack(SipMessage $response): SipMessage
    {
        return SipMessage::request('ACK', $this->request->uri, [
            ['Via', (string) $this->request->first('Via')],
            ['Max-Forwards', '70'],
            ['From', (string) $this->request->first('From')],
            ['To', (string) $response->first('To')],
            ['Call-ID', (string) $this->request->first('Call-ID')],
            ['CSeq', $this->request->sequence().' ACK'],
            ...array_map(static fn (string $r): array => ['Route', $r], $this->request->all('Route')),
        ]);
    }

    private function schedule(): void
    {
        $this->again = EventLoop::delay($this->interval, function (): void {
            $this->endpoint->send($this->request, $this->host, $this->port, $this->transport);
            $this->interval = 'INVITE' === $this->request->method ? 2 * $this->interval : min(2 * $this->interval, SipEndpoint::T2);
            $this->schedule();
        });
    }

    private function stopTimers(): void
    {
        EventLoop::cancel((string) $this->again);
        EventLoop::cancel($this->limit);
    }
}
