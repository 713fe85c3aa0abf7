<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

use Vorhut\Field\Rtp\RtpStream;

/** A dialog with its media (RFC 3261, section 12). */
final class Call
{
    public int $sequence = 1;
    public bool $established = false;
    /** Our offer went out in the 2xx; the answer comes with the ACK (RFC 3264, section 4). */
    public bool $awaitsAnswer = false;

    /** Which of our descriptions of the session was sent last. */
    public int $described = 1;

    /** Whether both sides have gone over to a fax (ITU-T T.38). */
    public bool $isFax = false;

    /** The number that was called, as the request line had it. */
    public string $number = '';

    /** @param list<string> $routes */
    public function __construct(
        public readonly string $id,
        public readonly string $local,
        public string $remote,
        public string $target,
        public array $routes,
        public readonly RtpStream $media,
        public ?ServerTransaction $incoming = null,
    ) {
    }

    /** Whether a request from the other side belongs to this dialog: its tags are those of both ends (section 12.2.2). */
    public function isMeantBy(SipMessage $request): bool
    {
        return $request->tag('To') === SipMessage::parameter($this->local, 'tag')
            && $request->tag('From') === SipMessage::parameter($this->remote, 'tag');
    }
}
