<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

use Vorhut\Field\Fax\FaxSession;
use Vorhut\Field\Rtp\RtpStream;

/** The calls of a phone, and what it offers in them. */
final class Dialogs
{
    /** @var (\Closure(Call): void)|null told of each call that came and stands */
    public ?\Closure $onCall = null;

    /** @var (\Closure(Call): void)|null told of each call that is over */
    public ?\Closure $onEnd = null;

    /** @var (\Closure(RtpStream): Sdp)|null what is offered in the place of sound, once it is a fax; null where it takes none */
    public ?\Closure $fax = null;

    /** @var array<string, Call> by Call-ID */
    private array $calls = [];

    /**
     * @param string $user '' where it answers any
     * @param \Closure(): RtpStream $media a stream on a port of its own
     * @param \Closure(RtpStream): Sdp $describe what that stream offers
     */
    public function __construct(
        private readonly SipEndpoint $endpoint,
        public readonly string $user,
        private readonly \Closure $media,
        private readonly \Closure $describe,
        private readonly Transport $transport,
    ) {}

    public function open(): RtpStream
    {
        return ($this->media)();
    }

    public function offer(RtpStream $media): Sdp
    {
        return ($this->describe)($media);
    }

    /** The same once a call stands: what was sealed stays so. */
    public function offerAgain(Call $call): Sdp
    {
        $own = $this->offer($call->media);

        return $call->media->sealing->isAgreed() ? $own->sealed($call->media->sealing->key()) : $own;
    }

    /** What answers an offer, or our own where there was none; null where nothing is in common (488). */
    public function answer(?Sdp $offer, RtpStream $media, int $version = 1): ?Sdp
    {
        $own = true === $offer?->isFax && null !== $this->fax ? ($this->fax)($media) : $this->offer($media);
        $own = null === $offer?->key ? $own : $own->sealed($media->sealing->key());
        $own = $own->numbered($version);

        return null === $offer ? $own : $own->answerTo($offer);
    }

    /** Sound flows to where the other side listens, as it takes it, and nowhere while it does not. */
    public function flow(Call $call, ?Sdp $other): void
    {
        if (null === $other) {
            return;
        }
        $call->fax?->stop();
        $call->fax = null;
        if ($other->isFax || !$other->listens()) {
            $call->media->pause();
            $call->fax = $other->isFax ? new FaxSession($call->media, $other->address, $other->port, !$call->isCalled) : null;

            return;
        }
        $own = $this->offer($call->media);
        $agreed = (null === $other->key ? $own : $own->sealed($call->media->sealing->key()))->answerTo($other);
        $call->media->sealing->agree($other->key);
        $call->media->payload = $agreed->payloads[0] ?? Sdp::PCMU;
        $call->media->events = $agreed?->events;
        $call->media->sendTo($other->address, $other->port);
    }

    public function add(Call $call): void
    {
        $this->calls[$call->id] = $call;
    }

    /** A call that came has been answered. */
    public function stands(Call $call): void
    {
        if (null !== $this->onCall) {
            ($this->onCall)($call);
        }
    }

    public function end(Call $call): void
    {
        unset($this->calls[$call->id]);
        $call->incoming?->end();
        $call->fax?->stop();
        $call->media->close();
        if (null !== $this->onEnd) {
            ($this->onEnd)($call);
        }
    }

    /** All of them are over, and nobody is told. */
    public function drop(): void
    {
        foreach ($this->calls as $call) {
            $call->fax?->stop();
            $call->media->close();
        }
        $this->calls = [];
    }

    /** @return list<Call> */
    public function all(): array
    {
        return array_values($this->calls);
    }

    /** The call of that Call-ID, whoever asks. */
    public function byId(SipMessage $request): ?Call
    {
        return $this->calls[(string) $request->first('Call-ID')] ?? null;
    }

    /** The call that a request within it means. */
    public function meantBy(SipMessage $request): ?Call
    {
        $call = $this->byId($request);

        return true === $call?->isMeantBy($request) ? $call : null;
    }

    /** The call that a new one is to take the place of (RFC 3891, section 3). */
    public function replacedBy(SipMessage $invite): ?Call
    {
        $replaces = (string) $invite->first('Replaces');
        $call = $this->calls[trim((string) strtok($replaces, ';'))] ?? null;
        $tags = [SipMessage::parameter($replaces, 'to-tag'), SipMessage::parameter($replaces, 'from-tag')];

        return true === $call?->hasTags((string) $tags[0], (string) $tags[1]) ? $call : null;
    }

    /**
     * Where it is to be found.
     *
     * @param string $called the number that was called, where it answers any
     */
    public function contact(string $called = ''): string
    {
        $user = '' === $this->user ? $called : $this->user;

        return (string) new SipUri(
            $user,
            $this->endpoint->address,
            $this->endpoint->portOf($this->transport),
            $this->transport->parameter(),
        );
    }
}
