<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

/** The plainest plan: a number rings whoever is registered for it. */
final readonly class ByRegistration implements Switching
{
    public function isTrunk(string $host): bool
    {
        return false;
    }

    public function decide(SipMessage $invite, SipUri $target, ?string $caller, string $host): Decision
    {
        return Decision::ring([new Attempt([$target->user], 180)]);
    }
}
