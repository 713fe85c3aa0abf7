<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

use Amp\Future;
use Revolt\EventLoop;
use Vorhut\Field\Rtp\RtpStream;

/** A SIP phone without hands: registers, calls, is called, presses keys, sends and counts sound (RFC 3261, RFC 3264). */
final class UserAgent
{
    /** Told of each call that came and stands. */
    public ?\Closure $onCall = null;

    /** Told of each call that is over. */
    public ?\Closure $onEnd = null;

    /** What its media offers in the place of sound, once it is a fax; null where it takes none. */
    public ?\Closure $fax = null;

    /** @var array<string, Call> by Call-ID */
    private array $calls = [];
    private readonly Requests $requests;

    /**
     * @param \Closure(): RtpStream $media a stream on a port of its own
     * @param \Closure(RtpStream): Sdp $describe what that stream offers
     * @param int $most calls at a time; one more is busy
     * @param float $ring seconds until it is picked up
     */
    public function __construct(
        private readonly SipEndpoint $endpoint,
        public readonly string $user,
        #[\SensitiveParameter] string $password,
        private readonly string $server,
        private readonly int $serverPort,
        private readonly \Closure $media,
        private readonly \Closure $describe,
        private readonly int $most = 1,
        private readonly float $ring = 0.0,
        private readonly bool $isTcp = false,
    ) {
        $this->requests = new Requests($endpoint, $user, $password, $server, $serverPort, $isTcp);
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

        return $this->requests->outside('REGISTER', $uri, $headers, '')->map(static fn (SipMessage $answer): int => $answer->status);
    }

    /**
     * @param (\Closure(ClientTransaction): void)|null $begun told of each try, so that it can be cancelled
     * @param list<array{string, string}> $more headers
     *
     * @return Future<int> the final status; with 200 the call stands and sound flows
     */
    public function call(string $number, ?\Closure $begun = null, array $more = []): Future
    {
        return $this->place($number, $begun, $more)->map(static fn (Placed $placed): int => $placed->status);
    }

    /**
     * The same, with the call where it stands.
     *
     * @param (\Closure(ClientTransaction): void)|null $begun
     * @param list<array{string, string}> $more headers; a To of them stands in the place of the usual one
     *
     * @return Future<Placed>
     */
    public function place(string $number, ?\Closure $begun = null, array $more = []): Future
    {
        $media = ($this->media)();
        $id = SipEndpoint::token();
        $from = $this->from();
        $headers = [
            ['From', $from],
            ...\in_array('To', array_column($more, 0), true) ? [] : [['To', $this->of($number)]],
            ['Call-ID', $id],
            ['Contact', '<'.$this->contact().'>'],
            ['Content-Type', 'application/sdp'],
            ...$more,
        ];
        $uri = \sprintf('sip:%s@%s:%d', $number, $this->server, $this->serverPort);
        $offer = (string) ($this->describe)($media);

        return $this->requests->outside('INVITE', $uri, $headers, $offer, $begun)->map(
            fn (SipMessage $answer): Placed => $this->answered($answer, $id, $from, $media),
        );
    }

    /** @return Future<int> */
    public function hangUp(Call $call): Future
    {
        $this->forget($call);

        return $this->requests->inside($call, 'BYE')->map(static fn (SipMessage $answer): int => $answer->status);
    }

    /**
     * Presses keys in a call by messages beside it (RFC 6086; the body as most phones send it).
     *
     * @return Future<int> the final status of the last
     */
    public function sendKey(Call $call, string $key): Future
    {
        $headers = [['Content-Type', 'application/dtmf-relay']];

        return $this->requests->inside($call, 'INFO', $headers, "Signal={$key}\r\nDuration=160\r\n")
            ->map(static fn (SipMessage $answer): int => $answer->status);
    }

    /**
     * Offers the other side to go over to a fax.
     *
     * @return Future<int> the final status; with 200 both have
     */
    public function offerFax(Call $call): Future
    {
        $offer = null === $this->fax ? throw new \LogicException('It is no fax.') : ($this->fax)($call->media);
        \assert($offer instanceof Sdp);
        $headers = [['Contact', '<'.$this->contact().'>'], ['Content-Type', 'application/sdp']];
        $body = (string) $offer->numbered(++$call->described);

        return $this->requests->inside($call, 'INVITE', $headers, $body)->map(function (SipMessage $answer) use ($call): int {
            if (200 === $answer->status) {
                $this->requests->acknowledge($call, $call->sequence);
                $this->flow($call, Sdp::parse($answer->body));
            }

            return $answer->status;
        });
    }

    /** @return list<Call> */
    public function calls(): array
    {
        return array_values($this->calls);
    }

    private function answered(SipMessage $answer, string $id, string $from, RtpStream $media): Placed
    {
        $sdp = Sdp::parse($answer->body);
        if (200 !== $answer->status) {
            $media->close();

            return new Placed($answer->status, null);
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
        $this->requests->acknowledge($call, $call->sequence);
        if (null === $sdp || $sdp->isFax) {
            $this->hangUp($call)->ignore();

            return new Placed(488, null);
        }
        $this->flow($call, $sdp);

        return new Placed(200, $call);
    }

    private function take(ServerTransaction $t): void
    {
        $refusal = Refusal::of($t->request, $this->user);
        if (null !== $refusal) {
            $t->respond($refusal);

            return;
        }
        match ($t->request->method) {
            'OPTIONS' => $t->respond($t->request->reply(
                200,
                'OK',
                SipEndpoint::token(),
                '',
                Allow: Refusal::ALLOWED,
                Accept: 'application/sdp',
            )),
            'INVITE' => null === $t->request->tag('To') ? $this->answer($t) : $this->offeredAgain($t),
            'BYE' => $this->ended($t),
            'INFO' => $this->told($t),
            'CANCEL' => $this->cancelled($t),
            default => $t->respond($t->request->reply(501, 'Not Implemented', SipEndpoint::token())),
        };
    }

    private function answer(ServerTransaction $t): void
    {
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
        $called = SipUri::ofRequest($t->request->uri)->user ?? '';
        $ringing = $t->request->reply(180, 'Ringing', $tag, '', Contact: '<'.$this->contact($called).'>');
        $t->respond($ringing->with('Record-Route', $routes));
        $ok = $this->accepted($t, $tag, $answer)->with('Record-Route', $routes);
        $call = new Call(
            (string) $t->request->first('Call-ID'),
            (string) $ok->first('To'),
            (string) $t->request->first('From'),
            (string) (SipUri::tryFrom((string) $t->request->first('Contact')) ?? ''),
            $routes,
            $media,
            $t,
        );
        $call->number = $called;
        $call->awaitsAnswer = null === $offer;
        $this->calls[$call->id] = $call;
        $pickUp = function () use ($call, $t, $ok, $offer): void {
            if (!$t->isAnswered()) {
                $call->established = true;
                $t->respond($ok);
                $t->repeat(function () use ($call): void {
                    $this->hangUp($call)->ignore();
                });
                $this->flow($call, $offer);
                $this->stands($call);
            }
        };
        $this->ring > 0 ? EventLoop::delay($this->ring, $pickUp) : $pickUp();
    }

    /** A new offer within a call (section 14.2): answered with the stream that flows already. */
    private function offeredAgain(ServerTransaction $t): void
    {
        $call = $this->meant($t);
        if (null === $call) {
            $t->respond($t->request->reply(481, 'Call/Transaction Does Not Exist'));

            return;
        }
        $offer = Sdp::parse($t->request->body);
        $own = true === $offer?->isFax && null !== $this->fax ? ($this->fax)($call->media) : ($this->describe)($call->media);
        \assert($own instanceof Sdp);
        $own = $own->numbered(++$call->described);
        $answer = null === $offer ? $own : $own->answerTo($offer);
        if (null === $answer) {
            $t->respond($t->request->reply(488, 'Not Acceptable Here'));

            return;
        }
        $call->incoming = $t;
        $call->awaitsAnswer = null === $offer;
        $t->respond($this->accepted($t, '', $answer));
        $t->repeat(function () use ($call): void {
            $this->hangUp($call)->ignore();
        });
        $this->flow($call, $offer);
    }

    private function accepted(ServerTransaction $t, string $tag, Sdp $answer): SipMessage
    {
        $contact = '<'.$this->contact(SipUri::ofRequest($t->request->uri)->user ?? '').'>';

        return $t->request->reply(200, 'OK', $tag, (string) $answer, Contact: $contact, Content_Type: 'application/sdp');
    }

    /** The ACK of a 2xx, which may bring the answer to our own offer. */
    private function acknowledged(SipMessage $ack): void
    {
        $call = $this->calls[(string) $ack->first('Call-ID')] ?? null;
        if (null === $call || !$call->isMeantBy($ack)) {
            return;
        }
        $call->incoming?->end();
        if ($call->awaitsAnswer) {
            $call->awaitsAnswer = false;
            $this->flow($call, Sdp::parse($ack->body));
        }
    }

    /** Sound flows to where the other side listens, as it takes it, and nowhere while it does not. */
    private function flow(Call $call, ?Sdp $other): void
    {
        if (null === $other) {
            return;
        }
        $call->isFax = $other->isFax;
        if ($other->isFax || !$other->listens()) {
            $call->media->pause();

            return;
        }
        $own = ($this->describe)($call->media);
        $agreed = $own->answerTo($other);
        $call->media->payload = $agreed->payloads[0] ?? Sdp::PCMU;
        $call->media->events = $agreed?->events;
        $call->media->sendTo($other->address, $other->port);
    }

    /** Keys that come beside the media: "Signal=5", or the key alone. */
    private function told(ServerTransaction $t): void
    {
        $call = $this->meant($t);
        $t->respond(null === $call
            ? $t->request->reply(481, 'Call/Transaction Does Not Exist', SipEndpoint::token())
            : $t->request->reply(200, 'OK'));
        $type = strtolower((string) $t->request->first('Content-Type'));
        if (null === $call || !str_starts_with($type, 'application/dtmf')) {
            return;
        }
        if (1 === preg_match('/^\s*(?:Signal\s*=\s*)?([0-9*#A-D])\s*$/mi', $t->request->body, $m)) {
            $call->media->keys .= strtoupper($m[1]);
            if (null !== $call->media->onKey) {
                ($call->media->onKey)(strtoupper($m[1]));
            }
        }
    }

    private function ended(ServerTransaction $t): void
    {
        $call = $this->meant($t);
        if (null !== $call) {
            $this->forget($call);
        }
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
        if (null !== $call) {
            $this->forget($call);
        }
        $tag = null === $call ? SipEndpoint::token() : (string) SipMessage::parameter($call->local, 'tag');
        $invite->respond($invite->request->reply(487, 'Request Terminated', $tag));
    }

    private function meant(ServerTransaction $t): ?Call
    {
        $call = $this->calls[(string) $t->request->first('Call-ID')] ?? null;

        return true === $call?->isMeantBy($t->request) ? $call : null;
    }

    private function stands(Call $call): void
    {
        if (null !== $this->onCall) {
            ($this->onCall)($call);
        }
    }

    private function forget(Call $call): void
    {
        unset($this->calls[$call->id]);
        $call->incoming?->end();
        $call->media->close();
        if (null !== $this->onEnd) {
            ($this->onEnd)($call);
        }
    }

    private function from(): string
    {
        return $this->of($this->user).';tag='.SipEndpoint::token();
    }

    private function of(string $user): string
    {
        return \sprintf('<sip:%s@%s>', $user, $this->server);
    }

    /**
     * Where it is to be found.
     *
     * @param string $called the number that was called, where it answers any
     */
    public function contact(string $called = ''): string
    {
        $parameters = $this->isTcp ? ';transport=tcp' : '';

        $user = '' === $this->user ? $called : $this->user;

        return (string) new SipUri($user, $this->endpoint->address, $this->endpoint->port, $parameters);
    }
}
