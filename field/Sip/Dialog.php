<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

/** What two speakers share from one request to the next (RFC 3261, section 12). */
class Dialog
{
    public int $sequence = 1;

    /** @param list<string> $routes */
    public function __construct(
        public readonly string $id,
        public readonly string $local,
        public string $remote,
        public string $target,
        public array $routes,
    ) {}

    /** Whether a request from the other side belongs to this dialog: its tags are those of both ends (section 12.2.2). */
    public function isMeantBy(SipMessage $request): bool
    {
        return $this->hasTags((string) $request->tag('To'), (string) $request->tag('From'));
    }

    public function hasTags(string $own, string $other): bool
    {
        return $own === SipMessage::parameter($this->local, 'tag') && $other === SipMessage::parameter($this->remote, 'tag');
    }
}
