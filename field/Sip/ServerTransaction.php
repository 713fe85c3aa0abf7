<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

use Revolt\EventLoop;

/** A request that came in, and its answers (RFC 3261, section 17.2). */
final class ServerTransaction
{
    private ?SipMessage $last = null;
    private string $again = '';
    private float $interval;

    /** @var (\Closure(): void)|null */
    private ?\Closure $onNothing = null;

    public function __construct(
        private readonly SipEndpoint $endpoint,
        public readonly SipMessage $request,
        public readonly string $host,
        public readonly int $port,
        public readonly Transport $transport = Transport::Udp,
    ) {
        $this->interval = $endpoint->t1;
    }

    /** The final answer to an INVITE is sent again until it is acknowledged; a 2xx too, which its maker sees to. */
    public function respond(SipMessage $response): void
    {
        if (null !== $this->last && $this->last->status >= 200) {
            return;
        }
        $this->last = $response;
        $this->endpoint->send($response, $this->host, $this->port, $this->transport);
        if ('INVITE' === $this->request->method && $response->status >= 300) {
            $this->schedule(64 * $this->endpoint->t1);
        }
    }

    public function isAnswered(): bool
    {
        return null !== $this->last && $this->last->status >= 200;
    }

    /** The same request came once more. */
    public function again(): void
    {
        if (null !== $this->last) {
            $this->endpoint->send($this->last, $this->host, $this->port, $this->transport);
        }
    }

    /**
     * Sends the 2xx again until end() says that its ACK has come (section 13.3.1.4).
     *
     * @param \Closure(): void $onNothing told where none ever comes
     */
    public function repeat(\Closure $onNothing): void
    {
        $this->onNothing = $onNothing;
        $this->schedule(64 * $this->endpoint->t1);
    }

    public function acknowledge(): void
    {
        $this->end();
    }

    public function end(): void
    {
        EventLoop::cancel($this->again);
        $this->interval = \INF;
        $this->onNothing = null;
    }

    private function schedule(float $left): void
    {
        if (\INF === $this->interval) {
            return;
        }
        if ($left <= 0) {
            $nothing = $this->onNothing;
            $this->onNothing = null;
            null === $nothing ? null : $nothing();

            return;
        }
        $wait = min($this->interval, $left);
        $this->again = EventLoop::delay($wait, function () use ($left, $wait): void {
            if ($wait < $left) {
                $this->again();
            }
            $this->interval = min(2 * $this->interval, SipEndpoint::T2);
            $this->schedule($left - $wait);
        });
    }
}
