<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

use Vorhut\Field\Net\Nonces;

/** Registrar and record-routing proxy (RFC 3261, sections 10 and 16) that switches calls as its plan says. Media go past it. */
final class PhoneSystem
{
    /** What is passed on grows by a Via and a Record-Route and must still fit a datagram. */
    private const MAX_BODY = 60000;

    private const ALLOWED = 'INVITE, ACK, CANCEL, BYE, OPTIONS, REGISTER, INFO, REFER, NOTIFY';

    public readonly Registrar $registrar;
    private readonly Authenticator $authenticator;

    /** @var \WeakMap<ServerTransaction, Fork> calls that ring */
    private \WeakMap $forked;

    /**
     * @param array<array-key, string> $secrets password by extension
     * @param array<array-key, int> $max registrations at a time, by extension
     */
    public function __construct(
        private readonly SipEndpoint $endpoint,
        #[\SensitiveParameter] array $secrets,
        string $realm = 'vorhut-lab',
        Nonces $nonces = new Nonces(),
        private readonly Switching $switching = new ByRegistration(),
        array $max = [],
    ) {
        $this->registrar = new Registrar($max);
        $this->authenticator = new Authenticator($realm, $secrets, $nonces);
        $this->forked = new \WeakMap();
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
        $target = SipUri::ofRequest($request->uri);
        $refusal = $this->refusal($request, $target);
        if (null !== $refusal || null === $target) {
            $t->respond($refusal ?? $request->reply(416, 'Unsupported URI Scheme', SipEndpoint::token()));
        } elseif ('REGISTER' === $request->method) {
            $this->register($t);
        } elseif ('OPTIONS' === $request->method && '' === $target->user) {
            $t->respond($request->reply(200, 'OK', SipEndpoint::token(), '', Allow: self::ALLOWED, Accept: 'application/sdp'));
        } elseif (null !== $request->tag('To')) {
            $this->inDialog($t);
        } elseif ('INVITE' === $request->method) {
            $this->invite($t, $target);
        } else {
            $this->fork($t, Decision::ring([new Attempt([$target->user], 180)]), $target);
        }
    }

    private function refusal(SipMessage $request, ?SipUri $target): ?SipMessage
    {
        $required = [...$request->all('Proxy-Require'), ...('REGISTER' === $request->method ? $request->all('Require') : [])];
        $tag = SipEndpoint::token();

        return match (true) {
            0 === (int) ($request->first('Max-Forwards') ?? '70') => $request->reply(483, 'Too Many Hops', $tag),
            [] !== $required => $request->reply(420, 'Bad Extension', $tag, '', Unsupported: implode(', ', $required)),
            \strlen($request->body) > self::MAX_BODY => $request->reply(513, 'Message Too Large', $tag),
            null === $target => $request->reply(416, 'Unsupported URI Scheme', $tag),
            '' === $target->user && self::isStrange($request) => $request->reply(
                405,
                'Method Not Allowed',
                $tag,
                '',
                Allow: self::ALLOWED,
            ),
            default => null,
        };
    }

    /** What nobody knows is passed on to somebody, but not taken for oneself. */
    private static function isStrange(SipMessage $request): bool
    {
        return null === $request->tag('To') && !\in_array($request->method, explode(', ', self::ALLOWED), true);
    }

    private function register(ServerTransaction $t): void
    {
        $user = SipUri::tryFrom((string) $t->request->first('To'))->user ?? '';
        if (!$this->authenticator->knows($user)) {
            $t->respond($t->request->reply(404, 'Not Found', SipEndpoint::token()));
        } elseif (null !== $this->authenticator->check($t, false, $user)) {
            $t->respond($this->registrar->register($user, $t->request));
        }
    }

    /** Whoever calls is who the From says, or comes by a trunk. */
    private function invite(ServerTransaction $t, SipUri $target): void
    {
        $caller = null;
        if (!$this->switching->isTrunk($t->host)) {
            $caller = $this->authenticator->check($t, true, SipUri::tryFrom((string) $t->request->first('From'))->user ?? '');
            if (null === $caller) {
                return;
            }
        }
        $this->fork($t, $this->switching->decide($t->request, $target, $caller, $t->host), $target);
    }

    private function fork(ServerTransaction $t, Decision $decision, SipUri $target): void
    {
        if ([] === $decision->attempts) {
            $t->respond($t->request->reply($decision->status, $decision->reason, SipEndpoint::token()));

            return;
        }
        $onward = fn (SipUri $place): SipMessage => $this->onward($t->request, $place, $t->transport);
        $fork = new Fork($this->endpoint, $t, $onward, function () use ($t): void {
            unset($this->forked[$t]);
        });
        $isKnown = false;
        foreach ($decision->attempts as $attempt) {
            $places = null === $attempt->outside ? [] : [$attempt->outside];
            foreach ($attempt->users as $user) {
                $isKnown = $isKnown || $this->authenticator->knows($user);
                $contacts = $this->registrar->contacts($user);
                array_push($places, ...\array_slice($contacts, 'INVITE' === $t->request->method ? 0 : -1));
            }
            $fork->add($places, $attempt->seconds);
        }
        if ($fork->isEmpty()) {
            [$status, $reason] = $isKnown ? [480, 'Temporarily Unavailable'] : [404, 'Not Found'];
            $t->respond($t->request->reply($status, $reason, SipEndpoint::token()));

            return;
        }
        if ('INVITE' === $t->request->method) {
            $t->respond($t->request->reply(100, 'Trying'));
        }
        $this->forked[$t] = $fork;
        $fork->next();
    }

    /** Where both sides are carried differently each has an entry of its own in the route (RFC 5658). */
    private function onward(SipMessage $request, SipUri $place, Transport $by): SipMessage
    {
        $sides = array_unique([$this->route($place->transport()), $this->route($by)]);
        $onward = $request->withUri((string) $place)->with('Proxy-Authorization', [])->with('Record-Route', [
            ...$sides,
            ...$request->all('Record-Route'),
        ]);

        return $this->passedOn($onward, $place->transport());
    }

    /** Its own entry of a route, by which one side finds it. */
    private function route(Transport $transport): string
    {
        $uri = new SipUri('', $this->endpoint->address, $this->endpoint->portOf($transport), $transport->parameter().';lr');

        return '<'.$uri.'>';
    }

    private function passedOn(SipMessage $request, Transport $transport): SipMessage
    {
        return $request
            ->with('Max-Forwards', [(string) ((int) ($request->first('Max-Forwards') ?? '70') - 1)])
            ->with('Via', [$this->endpoint->via($transport), ...$request->all('Via')]);
    }

    /** Section 16.4: our own entry is taken off the route, then the next one, or the target, decides. */
    private function inDialog(ServerTransaction $t): void
    {
        [$request, $next] = $this->loose($t->request);
        if (null === $next || $this->isOwn($next)) {
            $t->respond($t->request->reply(481, 'Call/Transaction Does Not Exist', SipEndpoint::token()));

            return;
        }
        $this->endpoint->ask(
            request: $this->passedOn($request, $next->transport()),
            host: $next->host,
            port: $next->port,
            onResponse: static function (
                SipMessage $response,
            ) use ($t): void {
                if (100 !== $response->status) {
                    $t->respond(408 === $response->status
                        ? $t->request->reply(408, 'Request Timeout', SipEndpoint::token())
                        : $response->with('Via', \array_slice($response->all('Via'), 1)));
                }
            },
            transport: $next->transport(),
        );
    }

    /** @return array{SipMessage, SipUri|null} */
    private function loose(SipMessage $request): array
    {
        $routes = $request->all('Route');
        while ([] !== $routes && true === (null === ($first = SipUri::tryFrom($routes[0])) ? false : $this->isOwn($first))) {
            $routes = \array_slice($routes, 1);
        }

        return [$request->with('Route', $routes), SipUri::tryFrom($routes[0] ?? '<'.$request->uri.'>')];
    }

    private function isOwn(SipUri $uri): bool
    {
        return $uri->host === $this->endpoint->address && $uri->port === $this->endpoint->portOf($uri->transport());
    }

    private function cancel(ServerTransaction $t): void
    {
        $invite = $this->endpoint->cancelled($t->request);
        if (null === $invite) {
            $t->respond($t->request->reply(481, 'Call/Transaction Does Not Exist', SipEndpoint::token()));

            return;
        }
        $t->respond($t->request->reply(200, 'OK', SipEndpoint::token()));
        if (!$invite->isAnswered() && isset($this->forked[$invite])) {
            $this->forked[$invite]->cancel();
        }
    }

    private function passAck(SipMessage $ack): void
    {
        [$request, $next] = $this->loose($ack);
        if (null !== $next && !$this->isOwn($next)) {
            $via = [$this->endpoint->via($next->transport()), ...$request->all('Via')];
            $this->endpoint->send($request->with('Via', $via), $next->host, $next->port, $next->transport());
        }
    }

    /** A 2xx that came again after its transaction ended is passed on without one (section 16.7). */
    private function passResponse(SipMessage $response): void
    {
        $vias = $response->all('Via');
        if (
            str_contains($vias[0] ?? '', ' '.$this->endpoint->address.':')
            && isset($vias[1])
            && 1 === preg_match('#^SIP/2\.0/(UDP|TCP|TLS)\s+([\d.]+)(?::(\d+))?#', $vias[1], $m)
        ) {
            $port = SipMessage::parameter($vias[1], 'rport') ?? ($m[3] ?? '5060');
            $this->endpoint->send(
                $response->with('Via', \array_slice($vias, 1)),
                SipMessage::parameter($vias[1], 'received') ?? $m[2],
                (int) $port,
                Transport::named($m[1]),
            );
        }
    }
}
