<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

/** Bytes that are no SIP message; where a request can be made out all the same, the status it is refused with. */
final class SipError extends \RuntimeException
{
    public function __construct(string $message, public readonly ?SipMessage $request = null, public readonly int $status = 400)
    {
        parent::__construct($message);
    }

    /** The answer, if there is somebody to answer: never to an ACK (RFC 3261, section 17.1). */
    public function refusal(): ?SipMessage
    {
        if (null === $this->request?->first('Via') || 'ACK' === $this->request->method) {
            return null;
        }
        $reason = match ($this->status) {
            414 => 'Request-URI Too Long',
            505 => 'Version Not Supported',
            513 => 'Message Too Large',
            default => 'Bad Request',
        };

        return $this->request->reply($this->status, $reason.' ('.$this->getMessage().')', SipEndpoint::token());
    }
}
