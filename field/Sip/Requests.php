<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

use Amp\DeferredFuture;
use Amp\Future;

/** The requests of a phone: outside calls, proven when asked to, and within them. */
final class Requests
{
    private int $sequence = 0;

    public function __construct(
        private readonly SipEndpoint $endpoint,
        private readonly string $user,
        #[\SensitiveParameter] private readonly string $password,
        private readonly string $server,
        private readonly int $serverPort,
        private readonly Transport $transport,
    ) {}

    /**
     * @param list<array{string, string}> $headers
     * @param (\Closure(ClientTransaction): void)|null $begun told of each try
     *
     * @return Future<SipMessage> the final answer
     */
    public function outside(
        string $method,
        string $uri,
        array $headers,
        string $body,
        ?\Closure $begun = null,
        bool $again = true,
    ): Future {
        $deferred = new DeferredFuture();
        $request = SipMessage::request($method, $uri, [
            ['Via', $this->endpoint->via($this->transport)],
            ['Max-Forwards', '70'],
            ...$headers,
            ['CSeq', ++$this->sequence.' '.$method],
        ], $body);
        $answered = function (SipMessage $answer) use ($deferred, $method, $uri, $headers, $body, $begun, $again): void {
            $proof = $again ? $this->proof($answer, $method, $uri) : null;
            if (null !== $proof) {
                $this->outside(
                    method: $method,
                    uri: $uri,
                    headers: [...$headers, $proof],
                    body: $body,
                    begun: $begun,
                    again: false,
                )->map($deferred->complete(...));
            } elseif ($answer->status >= 200 && !$deferred->isComplete()) {
                $deferred->complete($answer);
            }
        };
        $transaction = $this->endpoint->ask(
            request: $request,
            host: $this->server,
            port: $this->serverPort,
            onResponse: $answered,
            transport: $this->transport,
        );
        if (null !== $begun) {
            $begun($transaction);
        }

        return $deferred->getFuture();
    }

    /**
     * @param list<array{string, string}> $headers
     *
     * @return Future<SipMessage> the final answer
     */
    public function inside(Call $call, string $method, array $headers = [], string $body = ''): Future
    {
        $deferred = new DeferredFuture();
        [$request, $next] = $this->inDialog(call: $call, method: $method, sequence: ++$call->sequence, headers: $headers, body: $body);
        $this->endpoint->ask(
            request: $request,
            host: $next->host,
            port: $next->port,
            onResponse: static function (SipMessage $answer) use ($deferred): void {
                if ($answer->status >= 200 && !$deferred->isComplete()) {
                    $deferred->complete($answer);
                }
            },
            transport: $next->transport(),
        );

        return $deferred->getFuture();
    }

    public function acknowledge(Call $call, int $sequence, string $body = ''): void
    {
        [$request, $next] = $this->inDialog(
            call: $call,
            method: 'ACK',
            sequence: $sequence,
            headers: '' === $body ? [] : [['Content-Type', 'application/sdp']],
            body: $body,
        );
        $this->endpoint->send($request, $next->host, $next->port, $next->transport());
    }

    /** @return array{string, string}|null the header that answers a challenge */
    private function proof(SipMessage $answer, string $method, string $uri): ?array
    {
        $isProxy = 407 === $answer->status;
        $challenge = $answer->first($isProxy ? 'Proxy-Authenticate' : 'WWW-Authenticate');
        if (!\in_array($answer->status, [401, 407], true) || null === $challenge) {
            return null;
        }
        $proof = Digest::answer(
            challenge: $challenge,
            user: $this->user,
            password: $this->password,
            method: $method,
            uri: $uri,
            cnonce: SipEndpoint::token(),
        );

        return null === $proof ? null : [$isProxy ? 'Proxy-Authorization' : 'Authorization', $proof];
    }

    /**
     * @param list<array{string, string}> $headers
     *
     * @return array{SipMessage, SipUri} the request and where it goes first
     */
    private function inDialog(Call $call, string $method, int $sequence, array $headers, string $body): array
    {
        $next = SipUri::tryFrom($call->routes[0] ?? '<'.$call->target.'>') ?? new SipUri('', $this->server, $this->serverPort);
        $request = SipMessage::request($method, $call->target, [
            ['Via', $this->endpoint->via($next->transport())],
            ['Max-Forwards', '70'],
            ['From', $call->local],
            ['To', $call->remote],
            ['Call-ID', $call->id],
            ['CSeq', $sequence.' '.$method],
            ...array_map(static fn (string $r): array => ['Route', $r], $call->routes),
            ...$headers,
        ], $body);

        return [$request, $next];
    }
}
