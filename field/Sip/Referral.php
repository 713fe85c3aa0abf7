<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

use Amp\Future;

/** Places a call that the other side of a call asks for, and tells how it goes (RFC 3515). */
final readonly class Referral
{
    /** @param \Closure(string, null, list<array{string, string}>): Future<Placed> $place calls a number with more headers */
    public function __construct(private Requests $requests, private Dialogs $dialogs, private \Closure $place) {}

    public function take(ServerTransaction $t, Call $call): void
    {
        $wanted = $t->request->all('Refer-To');
        $target = 1 === \count($wanted) ? SipUri::tryFrom($wanted[0]) : null;
        if (null === $target || '' === $target->user) {
            $t->respond($t->request->reply(400, 'One Refer-To With A Number Is Needed'));

            return;
        }
        $t->respond($t->request->reply(
            status: 202,
            reason: 'Accepted',
            tag: '',
            body: '',
            Contact: '<'.$this->dialogs->contact($call->number).'>',
        ));
        $this->tell($call, 100, 'active;expires=60');
        ($this->place)($target->user, null, self::replaces($wanted[0]))->map(function (Placed $placed) use ($call): void {
            $this->tell($call, $placed->status, 'terminated;reason=noresource');
        })->ignore();
    }

    private function tell(Call $call, int $status, string $state): void
    {
        $reason = match (true) {
            100 === $status => 'Trying',
            200 === $status => 'OK',
            default => 'Not Connected',
        };
        $this->requests->inside($call, 'NOTIFY', [
            ['Event', 'refer'],
            ['Subscription-State', $state],
            ['Contact', '<'.$this->dialogs->contact($call->number).'>'],
            ['Content-Type', 'message/sipfrag;version=2.0'],
        ], \sprintf("SIP/2.0 %d %s\r\n", $status, $reason))->ignore();
    }

    /** @return list<array{string, string}> the header that names the call whose place the new one takes (RFC 3891) */
    private static function replaces(string $referTo): array
    {
        return 1 === preg_match('/[?&]Replaces=([^&>]+)/i', $referTo, $m) ? [['Replaces', rawurldecode($m[1])]] : [];
    }
}
