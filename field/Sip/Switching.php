<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

/** Decides what becomes of calls. */
interface Switching
{
    /** Whether calls from an address come by a trunk, and need no proof. */
    public function isTrunk(string $host): bool;

    /** @param string|null $caller who has proven to call; null for a trunk */
    public function decide(SipMessage $invite, SipUri $target, ?string $caller, string $host): Decision;
}
