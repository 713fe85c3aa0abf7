<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

/** Registrar and record-routing proxy (RFC 3261, sections 10 and 16) for the extensions it is given. Media go past it. */
final class PhoneSystem
{
    private const NONCES = 500;
    /** What is passed on grows by a Via and a Record-Route and must still fit a datagram. */
    private const MOST_BODY = 60000;

    /** @var array<string, array<string, array{uri: SipUri, until: float}>> contacts by extension, newest last */
    private array $bindings = [];

    /** @var array<array-key, true> */
    private array $nonces = [];

    /** @var \Closure(): string */
    private readonly \Closure $newNonce;

    /** @var \WeakMap<ServerTransaction, ClientTransaction> */
    private \WeakMap $forwarded;

    /**
     * @param array<array-key, string> $secrets password by extension
     * @param (\Closure(): string)|null $newNonce
     */
    public function __construct(
        private readonly SipEndpoint $endpoint,
        #[\SensitiveParameter] private readonly array $secrets,
        private readonly string $realm = 'vorhut-lab',
        ?\Closure $newNonce = null,
    ) {
        $this->newNonce = $newNonce ?? SipEndpoint::token(...);
        $this->forwarded = new \WeakMap();
    }

    public function start(): void
    {
        $this->endpoint->listen($this->take(...), $this->passAck(...), $this->passResponse(...));
    }

    public function stop(): void
    {
        $this->endpoint->close();
    }

    private function take(ServerTransaction $t): void
    {
        $request = $t->request;
        if ('CANCEL' === $request->method) {
            $this->cancel($t);

            return;
        }
        if (0 === (int) ($request->first('Max-Forwards') ?? '70')) {
            $t->respond($request->reply(483, 'Too Many Hops', SipEndpoint::token()));

            return;
        }
        $target = SipUri::tryFrom($request->uri);
        $required = [...$request->all('Proxy-Require'), ...('REGISTER' === $request->method ? $request->all('Require') : [])];
        if ([] !== $required) {
            $t->respond($request->reply(420, 'Bad Extension', SipEndpoint::token(), '', Unsupported: implode(', ', $required)));
        } elseif (\strlen($request->body) > self::MOST_BODY) {
            $t->respond($request->reply(513, 'Message Too Large', SipEndpoint::token()));
        } elseif (null === $target) {
            $t->respond($request->reply(416, 'Unsupported URI Scheme', SipEndpoint::token()));
        } elseif ('REGISTER' === $request->method) {
            $this->register($t);
        } elseif ('OPTIONS' === $request->method && '' === $target->user) {
            $t->respond(
                $request->reply(
                    200,
                    'OK',
                    SipEndpoint::token(),
                    '',
                    Allow: 'INVITE, ACK, CANCEL, BYE, OPTIONS, REGISTER',
                    Accept: 'application/sdp',
                ),
            );
        } elseif (null !== $request->tag('To')) {
            $this->inDialog($t);
        } elseif (
            'INVITE' === $request->method
            && !$this->authenticated($t, 'Proxy-Authorization', 407, 'Proxy Authentication Required', 'Proxy_Authenticate')
        ) {
            return;
        } else {
            $this->route($t, $target);
        }
    }

    private function register(ServerTransaction $t): void
    {
        $user = SipUri::tryFrom((string) $t->request->first('To'))->user ?? '';
        if (!isset($this->secrets[$user])) {
            $t->respond($t->request->reply(404, 'Not Found', SipEndpoint::token()));

            return;
        }
        if (!$this->authenticated($t, 'Authorization', 401, 'Unauthorized', 'WWW_Authenticate', $user)) {
            return;
        }
        $expires = min(3600, max(0, (int) ($t->request->first('Expires') ?? '3600')));
        foreach ($t->request->all('Contact') as $contact) {
            if ('*' === $contact) {
                $this->bindings[$user] = [];
                continue;
            }
            $uri = SipUri::tryFrom($contact);
            $seconds = min($expires, (int) (SipMessage::parameter($contact, 'expires') ?? $expires));
            if (null !== $uri) {
                unset($this->bindings[$user][(string) $uri]);
                if ($seconds > 0) {
                    $this->bindings[$user][(string) $uri] = ['uri' => $uri, 'until' => hrtime(true) / 1e9 + $seconds];
                }
            }
        }
        $ok = $t->request->reply(200, 'OK', SipEndpoint::token());
        $t->respond(
            $ok->with(
                'Contact',
                array_map(
                    static fn (array $b): string => \sprintf(
                        '<%s>;expires=%d',
                        $b['uri'],
                        max(1, $b['until'] - hrtime(true) / 1e9),
                    ),
                    array_values($this->live($user)),
                ),
            ),
        );
    }

    private function authenticated(
        ServerTransaction $t,
        string $header,
        int $status,
        string $reason,
        string $challenge,
        ?string $must = null,
    ): bool {
        $answer = (string) $t->request->first($header);
        $fields = Digest::fields($answer);
        $user = $fields['username'] ?? '';
        if ('' === $answer || !isset($this->nonces[$fields['nonce'] ?? ''])) {
            $nonce = ($this->newNonce)();
            $this->nonces[$nonce] = true;
            if (\count($this->nonces) > self::NONCES) {
                unset($this->nonces[array_key_first($this->nonces)]);
            }
            $t->respond(
                $t->request->reply(
                    $status,
                    $reason,
                    SipEndpoint::token(),
                    '',
                    ...[$challenge => Digest::challenge($this->realm, $nonce)],
                ),
            );

            return false;
        }
        if (
            (null !== $must && $must !== $user)
            || !isset($this->secrets[$user])
            || !Digest::proves($answer, $this->secrets[$user], (string) $t->request->method)
        ) {
            $t->respond($t->request->reply(403, 'Forbidden', SipEndpoint::token()));

            return false;
        }

        return true;
    }

    private function route(ServerTransaction $t, SipUri $target): void
    {
        $live = $this->live($target->user);
        if ([] === $live) {
            $known = isset($this->secrets[$target->user]);
            $t->respond($t->request->reply($known ? 480 : 404, $known ? 'Temporarily Unavailable' : 'Not Found', SipEndpoint::token()));

            return;
        }
        if ('INVITE' === $t->request->method) {
            $t->respond($t->request->reply(100, 'Trying'));
        }
        $contact = $live[array_key_last($live)]['uri'];
        $request = $t->request->withUri((string) $contact)->with('Proxy-Authorization', []);
        $request = $request->with('Record-Route', [
            \sprintf('<sip:%s:%d;lr>', $this->endpoint->address, $this->endpoint->port),
            ...$request->all('Record-Route'),
        ]);
        $this->forward($t, $request, $contact);
    }

    /** Section 16.4: our own entry is taken off the route, then the next one, or the target, decides. */
    private function inDialog(ServerTransaction $t): void
    {
        [$request, $next] = $this->loose($t->request);
        if (null === $next || ($next->host === $this->endpoint->address && $next->port === $this->endpoint->port)) {
            $t->respond($t->request->reply(481, 'Call/Transaction Does Not Exist', SipEndpoint::token()));
        } else {
            $this->forward($t, $request, $next);
        }
    }

    /** @return array{SipMessage, SipUri|null} */
    private function loose(SipMessage $request): array
    {
        $routes = $request->all('Route');
        $first = SipUri::tryFrom($routes[0] ?? '');
        if (null !== $first && $first->host === $this->endpoint->address && $first->port === $this->endpoint->port) {
            $routes = \array_slice($routes, 1);
        }

        return [$request->with('Route', $routes), SipUri::tryFrom($routes[0] ?? $request->uri)];
    }

    private function forward(ServerTransaction $t, SipMessage $request, SipUri $next): void
    {
        $onward = $request
            ->with('Max-Forwards', [(string) ((int) ($request->first('Max-Forwards') ?? '70') - 1)])
            ->with('Via', [$this->endpoint->via(), ...$request->all('Via')]);
        $this->forwarded[$t] = $this->endpoint->ask($onward, $next->host, $next->port, function (
            SipMessage $response,
        ) use ($t): void {
            if ($response->status >= 200) {
                // Its answer holds the transaction, which as a key of this map would keep both for ever.
                unset($this->forwarded[$t]);
            }
            if (408 === $response->status) {
                $t->respond($t->request->reply(408, 'Request Timeout', SipEndpoint::token()));
            } elseif (100 !== $response->status) {
                $t->respond($response->with('Via', \array_slice($response->all('Via'), 1)));
            }
        });
    }

    private function cancel(ServerTransaction $t): void
    {
        $invite = $this->endpoint->cancelled($t->request);
        if (null === $invite) {
            $t->respond($t->request->reply(481, 'Call/Transaction Does Not Exist', SipEndpoint::token()));

            return;
        }
        $t->respond($t->request->reply(200, 'OK', SipEndpoint::token()));
        if (!$invite->isAnswered() && isset($this->forwarded[$invite])) {
            $this->forwarded[$invite]->cancel();
        }
    }

    private function passAck(SipMessage $ack): void
    {
        [$request, $next] = $this->loose($ack);
        if (null !== $next && ($next->host !== $this->endpoint->address || $next->port !== $this->endpoint->port)) {
            $this->endpoint->send($request->with('Via', [$this->endpoint->via(), ...$request->all('Via')]), $next->host, $next->port);
        }
    }

    /** A 2xx that came again after its transaction ended is passed on without one (section 16.7). */
    private function passResponse(SipMessage $response): void
    {
        $vias = $response->all('Via');
        if (
            str_contains($vias[0] ?? '', $this->endpoint->address.':'.$this->endpoint->port)
            && isset($vias[1])
            && 1 === preg_match('#^SIP/2\.0/UDP\s+([\d.]+)(?::(\d+))?#', $vias[1], $m)
        ) {
            $port = SipMessage::parameter($vias[1], 'rport') ?? ($m[2] ?? '5060');
            $this->endpoint->send(
                $response->with('Via', \array_slice($vias, 1)),
                SipMessage::parameter($vias[1], 'received') ?? $m[1],
                (int) $port,
            );
        }
    }

    /** @return array<string, array{uri: SipUri, until: float}> */
    private function live(string $user): array
    {
        $now = hrtime(true) / 1e9;

        return $this->bindings[$user] = array_filter($this->bindings[$user] ?? [], static fn (array $b): bool => $b['until'] > $now);
    }
}
