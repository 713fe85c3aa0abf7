<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

use Amp\DeferredFuture;
use Amp\Future;
use Vorhut\Field\Rtp\RtpStream;

/** A SIP phone without hands: registers, calls, is called, presses keys, sends and counts sound (RFC 3261, RFC 3264). */
final class UserAgent
{
    public readonly Dialogs $dialogs;
    private readonly Requests $requests;
    private readonly Answering $answering;

    /**
     * @param \Closure(): RtpStream $media a stream on a port of its own
     * @param \Closure(RtpStream): Sdp $describe what that stream offers
     * @param int $max calls at a time; one more is busy
     * @param float $ring seconds until it is picked up
     */
    public function __construct(
        private readonly SipEndpoint $endpoint,
        public readonly string $user,
        #[\SensitiveParameter] string $password,
        private readonly string $server,
        private readonly int $serverPort,
        \Closure $media,
        \Closure $describe,
        int $max = 1,
        float $ring = 0.0,
        Transport $transport = Transport::Udp,
    ) {
        $this->requests = new Requests(
            endpoint: $endpoint,
            user: $user,
            password: $password,
            server: $server,
            serverPort: $serverPort,
            transport: $transport,
        );
        $this->dialogs = new Dialogs(endpoint: $endpoint, user: $user, media: $media, describe: $describe, transport: $transport);
        $hangUp = function (Call $call): void {
            $this->hangUp($call)->ignore();
        };
        $referral = new Referral($this->requests, $this->dialogs, $this->startCall(...));
        $this->answering = new Answering(
            endpoint: $endpoint,
            dialogs: $this->dialogs,
            max: $max,
            ring: $ring,
            hangUp: $hangUp,
            refer: $referral->take(...),
        );
    }

    public function start(): void
    {
        $this->endpoint->listen($this->answering->take(...), $this->answering->acknowledged(...));
    }

    public function stop(): void
    {
        $this->dialogs->drop();
        $this->endpoint->close();
    }

    /** @return Future<int> the final status */
    public function register(int $seconds = 3600): Future
    {
        $headers = [['Contact', '<'.$this->dialogs->contact().'>'], ['Expires', (string) $seconds]];

        return $this->toRegistrar($headers)->map(static fn (SipMessage $answer): int => $answer->status);
    }

    /**
     * Proves itself and asks who is registered, without a change (section 10.2.3).
     *
     * @return Future<array{int, list<string>}> the final status, and the addresses that are registered
     */
    public function lookUp(): Future
    {
        return $this->toRegistrar([])->map(static fn (SipMessage $answer): array => [
            $answer->status,
            array_map(static fn (string $contact): string => SipUri::tryFrom($contact)->host ?? $contact, $answer->all('Contact')),
        ]);
    }

    /**
     * @param list<array{string, string}> $more headers
     *
     * @return Future<SipMessage> the final answer
     */
    private function toRegistrar(array $more): Future
    {
        $uri = \sprintf('sip:%s:%d', $this->server, $this->serverPort);
        $headers = [
            ['From', $this->from()],
            ['To', $this->uriOf($this->user)],
            ['Call-ID', SipEndpoint::token()],
            ...$more,
        ];

        return $this->requests->outside('REGISTER', $uri, $headers, '');
    }

    /**
     * @param (\Closure(ClientTransaction): void)|null $begun told of each try, so that it can be cancelled
     * @param list<array{string, string}> $more headers
     *
     * @return Future<int> the final status; with 200 the call stands and sound flows
     */
    public function call(string $number, ?\Closure $begun = null, array $more = []): Future
    {
        return $this->startCall($number, $begun, $more)->map(static fn (Placed $placed): int => $placed->status);
    }

    /**
     * The same, with the call where it stands.
     *
     * @param (\Closure(ClientTransaction): void)|null $begun
     * @param list<array{string, string}> $more headers; a To of them stands in the place of the usual one
     *
     * @return Future<Placed>
     */
    public function startCall(string $number, ?\Closure $begun = null, array $more = []): Future
    {
        $media = $this->dialogs->open();
        $id = SipEndpoint::token();
        $from = $this->from();
        $headers = [
            ['From', $from],
            ...\in_array('To', array_column($more, 0), true) ? [] : [['To', $this->uriOf($number)]],
            ['Call-ID', $id],
            ['Contact', '<'.$this->dialogs->contact().'>'],
            ['Content-Type', 'application/sdp'],
            ...$more,
        ];
        $uri = \sprintf('sip:%s@%s:%d', $number, $this->server, $this->serverPort);
        $offer = (string) $this->dialogs->offer($media);

        return $this->requests->outside(method: 'INVITE', uri: $uri, headers: $headers, body: $offer, begun: $begun)->map(
            fn (SipMessage $answer): Placed => $this->answered($answer, $id, $from, $media),
        );
    }

    /** @return Future<int> */
    public function hangUp(Call $call): Future
    {
        $this->dialogs->end($call);

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
        $fax = $this->dialogs->fax ?? throw new \LogicException('It is no fax.');

        return $this->offerAgain($call, $fax($call->media));
    }

    /**
     * Lets the other side wait, or goes on with it (RFC 3264, section 8.4).
     *
     * @return Future<int> the final status
     */
    public function hold(Call $call, bool $isHeld = true): Future
    {
        return $this->offerAgain($call, $this->dialogs->offerAgain($call)->directed($isHeld ? 'sendonly' : 'sendrecv'));
    }

    /**
     * Asks the other side to call a number, or to take a call's place that stands with it (RFC 3515, RFC 3891).
     *
     * @return Future<int> the final status of its call, or of the refusal
     */
    public function transfer(Call $call, string $number, ?Call $replaced = null): Future
    {
        $done = new DeferredFuture();
        $tell = static function (int $status) use ($done): void {
            if ($status >= 200 && !$done->isComplete()) {
                $done->complete($status);
            }
        };
        $call->onProgress = $tell;
        $tags = null === $replaced ? '' : '?Replaces='.rawurlencode(\sprintf(
            '%s;to-tag=%s;from-tag=%s',
            $replaced->id,
            SipMessage::parameter($replaced->remote, 'tag'),
            SipMessage::parameter($replaced->local, 'tag'),
        ));
        $headers = [
            ['Refer-To', \sprintf('<sip:%s@%s%s>', $number, $this->server, $tags)],
            ['Referred-By', $this->uriOf($this->user)],
            ['Contact', '<'.$this->dialogs->contact().'>'],
        ];
        $this->requests->inside($call, 'REFER', $headers)->map(static function (SipMessage $answer) use ($tell): void {
            if (202 !== $answer->status) {
                $tell($answer->status);
            }
        })->ignore();

        return $done->getFuture();
    }

    /** @return list<Call> */
    public function calls(): array
    {
        return $this->dialogs->all();
    }

    /** @return Future<int> the final status */
    private function offerAgain(Call $call, Sdp $offer): Future
    {
        $headers = [['Contact', '<'.$this->dialogs->contact().'>'], ['Content-Type', 'application/sdp']];
        $body = (string) $offer->numbered(++$call->described);

        return $this->requests->inside($call, 'INVITE', $headers, $body)->map(function (SipMessage $answer) use ($call): int {
            if (200 === $answer->status) {
                $this->requests->acknowledge($call, $call->sequence);
                $this->dialogs->flow($call, Sdp::parse($answer->body));
            }

            return $answer->status;
        });
    }

    private function answered(SipMessage $answer, string $id, string $from, RtpStream $media): Placed
    {
        $sdp = Sdp::parse($answer->body);
        if (200 !== $answer->status) {
            $media->close();

            return new Placed($answer->status, null);
        }
        $call = new Call(
            id: $id,
            local: $from,
            remote: (string) $answer->first('To'),
            target: (string) (SipUri::tryFrom((string) $answer->first('Contact')) ?? $answer->first('Contact')),
            routes: array_reverse($answer->all('Record-Route')),
            media: $media,
        );
        $call->sequence = $answer->sequence();
        $call->established = true;
        $this->dialogs->add($call);
        $this->requests->acknowledge($call, $call->sequence);
        $isSealed = null !== $this->dialogs->offer($media)->key;
        if (null === $sdp || $sdp->isFax || $isSealed !== (null !== $sdp->key)) {
            $this->hangUp($call)->ignore();

            return new Placed(488, null);
        }
        $this->dialogs->flow($call, $sdp);

        return new Placed(200, $call);
    }

    private function from(): string
    {
        return $this->uriOf($this->user).';tag='.SipEndpoint::token();
    }

    private function uriOf(string $user): string
    {
        return \sprintf('<sip:%s@%s>', $user, $this->server);
    }
}
