<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

use Amp\DeferredFuture;
use Amp\Future;
use Revolt\EventLoop;
use Vorhut\Field\Rtp\RtpStream;

/** A SIP phone without hands: registers, calls, is called, sends and counts sound (RFC 3261, RFC 3264). */
final class UserAgent
{
    /** @var array<string, Call> by Call-ID */
    private array $calls = [];
    private int $sequence = 0;

    /**
     * @param \Closure(): RtpStream $media a stream on a port of its own
     * @param \Closure(RtpStream): Sdp $describe what that stream offers
     * @param int $most calls at a time; one more is busy
     */
    public function __construct(
        private readonly SipEndpoint $endpoint,
        public readonly string $user,
        #[\SensitiveParameter] private readonly string $password,
        private readonly string $server,
        private readonly int $serverPort,
        private readonly \Closure $media,
        private readonly \Closure $describe,
        private readonly int $most = 1,
        private readonly float $ring = 0.0,
    ) {
    }

    public function start(): void
    {
        $this->endpoint->listen($this->take(...), $this->acknowledged(...));
    }

    public function stop(): void
    {
        foreach ($this->calls as $call) {
            $call->media->close();
        }
        $this->calls = [];
        $this->endpoint->close();
    }

    /** @return Future<int> the final status */
    public function register(int $seconds = 3600): Future
    {
        $uri = \sprintf('sip:%s:%d', $this->server, $this->serverPort);
        $headers = [
            ['From', $this->from()],
            ['To', $this->of($this->user)],
            ['Call-ID', SipEndpoint::token()],
            ['Contact', '<'.$this->contact().'>'],
            ['Expires', (string) $seconds],
        ];

        return $this->authenticated('REGISTER', $uri, $headers, '')->map(static fn (SipMessage $answer): int => $answer->status);
    }

    /** @return Future<int> the final status; with 200 the call stands and sound flows */
    public function call(string $number): Future
    {
        $media = ($this->media)();
        $id = SipEndpoint::token();
        $from = $this->from();
        $headers = [
            ['From', $from],
            ['To', $this->of($number)],
            ['Call-ID', $id],
            ['Contact', '<'.$this->contact().'>'],
            ['Content-Type', 'application/sdp'],
        ];

        return $this->authenticated(
            'INVITE',
            \sprintf('sip:%s@%s:%d', $number, $this->server, $this->serverPort),
            $headers,
            (string) ($this->describe)($media),
        )->map(function (SipMessage $answer) use ($media, $id, $from): int {
            $sdp = Sdp::parse($answer->body);
            if (200 !== $answer->status || null === $sdp) {
                $media->close();

                return 200 === $answer->status ? 488 : $answer->status;
            }
            $call = new Call(
                $id,
                $from,
                (string) $answer->first('To'),
                (string) (SipUri::tryFrom((string) $answer->first('Contact')) ?? $answer->first('Contact')),
                array_reverse($answer->all('Record-Route')),
                $media,
            );
            $call->sequence = $answer->sequence();
            $call->established = true;
            $this->calls[$id] = $call;
            $this->sendInDialog($call, 'ACK', $call->sequence);
            self::sound($call, $sdp);

            return 200;
        });
    }

    /** @return Future<int> */
    public function hangUp(Call $call): Future
    {
        unset($this->calls[$call->id]);
        $call->media->close();
        $deferred = new DeferredFuture();
        [$request, $next] = $this->inDialog($call, 'BYE', ++$call->sequence);
        $this->endpoint->ask($request, $next->host, $next->port, static function (SipMessage $answer) use ($deferred): void {
            if ($answer->status >= 200 && !$deferred->isComplete()) {
                $deferred->complete($answer->status);
            }
        });

        return $deferred->getFuture();
    }

    /** @return list<Call> */
    public function calls(): array
    {
        return array_values($this->calls);
    }

    private function take(ServerTransaction $t): void
    {
        $required = $t->request->all('Require');
        if ([] !== $required && 'CANCEL' !== $t->request->method) {
            $t->respond($t->request->reply(420, 'Bad Extension', SipEndpoint::token(), '', Unsupported: implode(', ', $required)));

            return;
        }
        match ($t->request->method) {
            'OPTIONS' => $t->respond(
                $t->request->reply(
                    200,
                    'OK',
                    SipEndpoint::token(),
                    '',
                    Allow: 'INVITE, ACK, CANCEL, BYE, OPTIONS',
                    Accept: 'application/sdp',
                ),
            ),
            'INVITE' => $this->answer($t),
            'BYE' => $this->ended($t),
            'CANCEL' => $this->cancelled($t),
            default => $t->respond(
                $t->request->reply(
                    405,
                    'Method Not Allowed',
                    SipEndpoint::token(),
                    '',
                    Allow: 'INVITE, ACK, CANCEL, BYE, OPTIONS',
                ),
            ),
        };
    }

    private function answer(ServerTransaction $t): void
    {
        $standing = $this->calls[(string) $t->request->first('Call-ID')] ?? null;
        if (null !== $standing && null !== $t->request->tag('To')) {
            $this->offeredAgain($t, $standing);

            return;
        }
        $tag = SipEndpoint::token();
        $offer = Sdp::parse($t->request->body);
        if (null === $offer && '' !== trim($t->request->body)) {
            $t->respond($t->request->reply(488, 'Not Acceptable Here', $tag));

            return;
        }
        if (\count($this->calls) >= $this->most) {
            $t->respond($t->request->reply(486, 'Busy Here', $tag));

            return;
        }
        $media = ($this->media)();
        $own = ($this->describe)($media);
        $answer = null === $offer ? $own : $own->answerTo($offer);
        if (null === $answer) {
            $media->close();
            $t->respond($t->request->reply(488, 'Not Acceptable Here', $tag));

            return;
        }
        $this->ring($t, $offer, $answer, $media, $tag);
    }

    private function ring(ServerTransaction $t, ?Sdp $offer, Sdp $answer, RtpStream $media, string $tag): void
    {
        $routes = $t->request->all('Record-Route');
        $ringing = $t->request->reply(180, 'Ringing', $tag, '', Contact: '<'.$this->contact().'>');
        $t->respond($ringing->with('Record-Route', $routes));
        $ok = $t->request
            ->reply(
                200,
                'OK',
                $tag,
                (string) $answer,
                Contact: '<'.$this->contact().'>',
                Content_Type: 'application/sdp',
            )
            ->with('Record-Route', $routes);
        $call = new Call(
            (string) $t->request->first('Call-ID'),
            (string) $ok->first('To'),
            (string) $t->request->first('From'),
            (string) (SipUri::tryFrom((string) $t->request->first('Contact')) ?? ''),
            $routes,
            $media,
            $t,
        );
        $call->awaitsAnswer = null === $offer;
        $this->calls[$call->id] = $call;
        $pickUp = static function () use ($call, $t, $ok, $offer): void {
            if (!$t->isAnswered()) {
                $call->established = true;
                $t->respond($ok);
                $t->repeat();
                self::sound($call, $offer);
            }
        };
        $this->ring > 0 ? EventLoop::delay($this->ring, $pickUp) : $pickUp();
    }

    /** A new offer within a call (section 14.2): answered with the stream that flows already. */
    private function offeredAgain(ServerTransaction $t, Call $call): void
    {
        $offer = Sdp::parse($t->request->body);
        $answer = null === $offer ? ($this->describe)($call->media) : ($this->describe)($call->media)->answerTo($offer);
        if (null === $answer) {
            $t->respond($t->request->reply(488, 'Not Acceptable Here'));

            return;
        }
        $call->incoming = $t;
        $call->awaitsAnswer = null === $offer;
        $t->respond(
            $t->request->reply(
                200,
                'OK',
                '',
                (string) $answer,
                Contact: '<'.$this->contact().'>',
                Content_Type: 'application/sdp',
            ),
        );
        $t->repeat();
        self::sound($call, $offer);
    }

    /** The ACK of a 2xx, which may bring the answer to our own offer. */
    private function acknowledged(SipMessage $ack): void
    {
        $call = $this->calls[(string) $ack->first('Call-ID')] ?? null;
        $call?->incoming?->end();
        if (true === $call?->awaitsAnswer) {
            $call->awaitsAnswer = false;
            self::sound($call, Sdp::parse($ack->body));
        }
    }

    /** Sound flows to where the other side listens, and nowhere while it does not. */
    private static function sound(Call $call, ?Sdp $other): void
    {
        if (null !== $other && !$other->listens()) {
            $call->media->pause();
        } elseif (null !== $other) {
            $call->media->sendTo($other->address, $other->port);
        }
    }

    private function ended(ServerTransaction $t): void
    {
        $id = (string) $t->request->first('Call-ID');
        $call = $this->calls[$id] ?? null;
        $call?->media->close();
        $call?->incoming?->end();
        unset($this->calls[$id]);
        $t->respond(
            null === $call
                ? $t->request->reply(481, 'Call/Transaction Does Not Exist', SipEndpoint::token())
                : $t->request->reply(200, 'OK'),
        );
    }

    /** Section 9.2: what still rings is let go; for what was answered it comes too late. */
    private function cancelled(ServerTransaction $t): void
    {
        $invite = $this->endpoint->cancelled($t->request);
        $t->respond(
            null === $invite
                ? $t->request->reply(481, 'Call/Transaction Does Not Exist', SipEndpoint::token())
                : $t->request->reply(200, 'OK', SipEndpoint::token()),
        );
        if (null === $invite || $invite->isAnswered()) {
            return;
        }
        $call = $this->calls[(string) $t->request->first('Call-ID')] ?? null;
        $call?->media->close();
        unset($this->calls[(string) $t->request->first('Call-ID')]);
        $invite->respond(
            $invite->request->reply(
                487,
                'Request Terminated',
                null === $call ? SipEndpoint::token() : (string) SipMessage::parameter($call->local, 'tag'),
            ),
        );
    }

    /**
     * @param list<array{string, string}> $headers
     *
     * @return Future<SipMessage>
     */
    private function authenticated(string $method, string $uri, array $headers, string $body, bool $again = true): Future
    {
        $deferred = new DeferredFuture();
        $request = SipMessage::request(
            $method,
            $uri,
            [
                ['Via', $this->endpoint->via()],
                ['Max-Forwards', '70'],
                ...$headers,
                ['CSeq', ++$this->sequence.' '.$method],
            ],
            $body,
        );
        $this->endpoint->ask($request, $this->server, $this->serverPort, function (SipMessage $answer) use (
            $deferred,
            $method,
            $uri,
            $headers,
            $body,
            $again,
        ): void {
            $challenge = $answer->first(401 === $answer->status ? 'WWW-Authenticate' : 'Proxy-Authenticate');
            if ($again && \in_array($answer->status, [401, 407], true) && null !== $challenge) {
                $proof = Digest::answer($challenge, $this->user, $this->password, $method, $uri, SipEndpoint::token());
                if (null !== $proof) {
                    $this->authenticated(
                        $method,
                        $uri,
                        [...$headers, [401 === $answer->status ? 'Authorization' : 'Proxy-Authorization', $proof]],
                        $body,
                        false,
                    )->map($deferred->complete(...));

                    return;
                }
            }
            if ($answer->status >= 200 && !$deferred->isComplete()) {
                $deferred->complete($answer);
            }
        });

        return $deferred->getFuture();
    }

    private function sendInDialog(Call $call, string $method, int $sequence): void
    {
        [$request, $next] = $this->inDialog($call, $method, $sequence);
        $this->endpoint->send($request, $next->host, $next->port);
    }

    /** @return array{SipMessage, SipUri} the request and where it goes first */
    private function inDialog(Call $call, string $method, int $sequence): array
    {
        $request = SipMessage::request($method, $call->target, [
            ['Via', $this->endpoint->via()],
            ['Max-Forwards', '70'],
            ['From', $call->local],
            ['To', $call->remote],
            ['Call-ID', $call->id],
            ['CSeq', $sequence.' '.$method],
            ...array_map(static fn (string $r): array => ['Route', $r], $call->routes),
        ]);

        return [$request, SipUri::tryFrom($call->routes[0] ?? $call->target) ?? new SipUri('', $this->server, $this->serverPort)];
    }

    private function from(): string
    {
        return $this->of($this->user).';tag='.SipEndpoint::token();
    }

    private function of(string $user): string
    {
        return \sprintf('<sip:%s@%s>', $user, $this->server);
    }

    private function contact(): string
    {
        return (string) new SipUri($this->user, $this->endpoint->address, $this->endpoint->port);
    }
}
