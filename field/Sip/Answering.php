<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

use Revolt\EventLoop;
use Vorhut\Field\Rtp\RtpStream;

/** What a phone does with the requests that come: takes calls, and follows what is asked within them. */
final readonly class Answering
{
    /**
     * @param int $max calls at a time; one more is busy
     * @param float $ring seconds until it is picked up
     * @param \Closure(Call): void $hangUp
     * @param \Closure(ServerTransaction, Call): void $refer a call is to be placed elsewhere
     */
    public function __construct(
        private SipEndpoint $endpoint,
        private Dialogs $dialogs,
        private int $max,
        private float $ring,
        private \Closure $hangUp,
        private \Closure $refer,
    ) {}

    public function take(ServerTransaction $t): void
    {
        $refusal = Refusal::answer($t->request, $this->dialogs->user);
        if (null !== $refusal) {
            $t->respond($refusal);

            return;
        }
        $isNew = null === $t->request->tag('To');
        if (!$isNew && $this->isOutOfOrder($t->request)) {
            $t->respond($t->request->reply(500, 'Server Internal Error'));

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
                Supported: Refusal::SUPPORTED,
            )),
            'CANCEL' => $this->cancelled($t),
            'INVITE' => $isNew ? $this->called($t) : $this->within($t, $this->offeredAgain(...)),
            'BYE' => $this->within($t, $this->ended(...)),
            'INFO' => $this->within($t, $this->told(...)),
            'NOTIFY' => $this->within($t, $this->notified(...)),
            'REFER' => $this->within($t, $this->refer),
            default => $t->respond($t->request->reply(501, 'Not Implemented', SipEndpoint::token())),
        };
    }

    /** The ACK of a 2xx, which may bring the answer to our own offer. */
    public function acknowledged(SipMessage $ack): void
    {
        $call = $this->dialogs->meantBy($ack);
        if (null === $call) {
            return;
        }
        $call->incoming?->end();
        if ($call->awaitsAnswer) {
            $call->awaitsAnswer = false;
            $this->dialogs->flow($call, Sdp::parse($ack->body));
        }
    }

    /** Section 12.2.2: a request of a dialog with a lower number than one before is refused. CANCEL has that of what it cancels. */
    private function isOutOfOrder(SipMessage $request): bool
    {
        $call = 'CANCEL' === $request->method ? null : $this->dialogs->meantBy($request);
        if (null === $call) {
            return false;
        }
        $before = $call->remoteSequence ?? -1;
        $call->remoteSequence = max($before, $request->sequence());

        return $request->sequence() < $before;
    }

    /** @param \Closure(ServerTransaction, Call): void $then */
    private function within(ServerTransaction $t, \Closure $then): void
    {
        $call = $this->dialogs->meantBy($t->request);
        if (null === $call) {
            $t->respond($t->request->reply(481, 'Call/Transaction Does Not Exist', SipEndpoint::token()));
        } else {
            $then($t, $call);
        }
    }

    private function called(ServerTransaction $t): void
    {
        $tag = SipEndpoint::token();
        $offer = Sdp::parse($t->request->body);
        $isReplacing = null !== $t->request->first('Replaces');
        $replaced = $this->dialogs->replacedBy($t->request);
        $refusal = match (true) {
            null === $offer && '' !== trim($t->request->body) => [488, 'Not Acceptable Here'],
            $isReplacing && true !== $replaced?->established => [481, 'Call/Transaction Does Not Exist'],
            !$isReplacing && \count($this->dialogs->all()) >= $this->max => [486, 'Busy Here'],
            default => null,
        };
        if (null !== $refusal) {
            $t->respond($t->request->reply($refusal[0], $refusal[1], $tag));

            return;
        }
        $media = $this->dialogs->open();
        $answer = $this->dialogs->answer($offer, $media);
        if (null === $answer) {
            $media->close();
            $t->respond($t->request->reply(488, 'Not Acceptable Here', $tag));

            return;
        }
        $this->ring(t: $t, offer: $offer, answer: $answer, media: $media, tag: $tag, replaced: $replaced);
    }

    private function ring(ServerTransaction $t, ?Sdp $offer, Sdp $answer, RtpStream $media, string $tag, ?Call $replaced): void
    {
        $routes = $t->request->all('Record-Route');
        $ok = $this->accepted($t, $tag, $answer)->with('Record-Route', $routes);
        $call = new Call(
            id: (string) $t->request->first('Call-ID'),
            local: (string) $ok->first('To'),
            remote: (string) $t->request->first('From'),
            target: (string) (SipUri::tryFrom((string) $t->request->first('Contact')) ?? ''),
            routes: $routes,
            media: $media,
            incoming: $t,
        );
        $call->isCalled = true;
        $call->remoteSequence = $t->request->sequence();
        $call->number = SipUri::ofRequest($t->request->uri)->user ?? '';
        $call->awaitsAnswer = null === $offer;
        $this->dialogs->add($call);
        $pickUp = function () use ($call, $t, $ok, $offer): void {
            if (!$t->isAnswered()) {
                $call->established = true;
                $t->respond($ok);
                $t->repeat(fn () => ($this->hangUp)($call));
                $this->dialogs->flow($call, $offer);
                $this->dialogs->stands($call);
            }
        };
        if (null !== $replaced) {
            // Section 3 of RFC 3891: it does not ring, and the old call ends.
            $pickUp();
            ($this->hangUp)($replaced);

            return;
        }
        $ringing = $t->request->reply(180, 'Ringing', $tag, '', Contact: '<'.$this->dialogs->contact($call->number).'>');
        $t->respond($ringing->with('Record-Route', $routes));
        $this->ring > 0 ? EventLoop::delay($this->ring, $pickUp) : $pickUp();
    }

    /** A new offer within a call (section 14.2): answered with the stream that flows already. */
    private function offeredAgain(ServerTransaction $t, Call $call): void
    {
        $offer = Sdp::parse($t->request->body);
        $answer = $this->dialogs->answer($offer, $call->media, $call->described + 1);
        if (null === $answer) {
            $t->respond($t->request->reply(488, 'Not Acceptable Here'));

            return;
        }
        ++$call->described;
        $call->incoming = $t;
        $call->awaitsAnswer = null === $offer;
        $t->respond($this->accepted($t, '', $answer));
        $t->repeat(fn () => ($this->hangUp)($call));
        $this->dialogs->flow($call, $offer);
    }

    private function accepted(ServerTransaction $t, string $tag, Sdp $answer): SipMessage
    {
        $contact = '<'.$this->dialogs->contact(SipUri::ofRequest($t->request->uri)->user ?? '').'>';

        return $t->request->reply(200, 'OK', $tag, (string) $answer, Contact: $contact, Content_Type: 'application/sdp');
    }

    /** Keys that come beside the media: "Signal=5", or the key alone. */
    private function told(ServerTransaction $t, Call $call): void
    {
        $t->respond($t->request->reply(200, 'OK'));
        $type = strtolower((string) $t->request->first('Content-Type'));
        if (!str_starts_with($type, 'application/dtmf')) {
            return;
        }
        if (1 === preg_match('/^\s*(?:Signal\s*=\s*)?([0-9*#A-D])\s*$/mi', $t->request->body, $m)) {
            $call->media->keys .= strtoupper($m[1]);
            if (null !== $call->media->onKey) {
                ($call->media->onKey)(strtoupper($m[1]));
            }
        }
    }

    /** How a call goes that the other side was asked to place (RFC 3515, section 2.4.4). */
    private function notified(ServerTransaction $t, Call $call): void
    {
        if (1 !== preg_match('/^refer\b/i', (string) $t->request->first('Event'))) {
            $t->respond($t->request->reply(status: 489, reason: 'Bad Event', tag: '', body: '', Allow_Events: 'refer'));

            return;
        }
        $t->respond($t->request->reply(200, 'OK'));
        if (null !== $call->onProgress && 1 === preg_match('#^SIP/2\.0 (\d{3})\b#', $t->request->body, $m)) {
            ($call->onProgress)((int) $m[1]);
        }
    }

    private function ended(ServerTransaction $t, Call $call): void
    {
        $this->dialogs->end($call);
        $t->respond($t->request->reply(200, 'OK'));
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
        $call = $this->dialogs->byId($t->request);
        if (null !== $call) {
            $this->dialogs->end($call);
        }
        $tag = null === $call ? SipEndpoint::token() : (string) SipMessage::parameter($call->local, 'tag');
        $invite->respond($invite->request->reply(487, 'Request Terminated', $tag));
    }
}
