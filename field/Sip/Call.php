<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

use Vorhut\Field\Fax\FaxSession;
use Vorhut\Field\Rtp\RtpStream;

/** A dialog with its media. */
final class Call extends Dialog
{
    public bool $established = false;
    /** Our offer went out in the 2xx; the answer comes with the ACK (RFC 3264, section 4). */
    public bool $awaitsAnswer = false;

    /** The highest number of a request of the other side in this dialog (RFC 3261, section 12.2.2); null before its first. */
    public ?int $remoteSequence = null;

    /** Which of our descriptions of the session was sent last. */
    public int $described = 1;

    /** Once both sides have gone over to a fax (ITU-T T.38). */
    public ?FaxSession $fax = null;

    /** Whether the other side called. */
    public bool $isCalled = false;

    /** The number that was called, as the request line had it. */
    public string $number = '';

    /** @var (\Closure(int): void)|null told how a call goes that the other side was asked to place */
    public ?\Closure $onProgress = null;

    /** @param list<string> $routes */
    public function __construct(
        string $id,
        string $local,
        string $remote,
        string $target,
        array $routes,
        public readonly RtpStream $media,
        public ?ServerTransaction $incoming = null,
    ) {
        parent::__construct(id: $id, local: $local, remote: $remote, target: $target, routes: $routes);
    }
}
