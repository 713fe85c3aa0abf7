<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

/** Places that are asked together, and for how long. */
final readonly class Attempt
{
    /**
     * @param list<string> $users who are to be found by their registrations
     * @param SipUri|null $outside another place, with the number that is sent there
     */
    public function __construct(public array $users, public int $seconds, public ?SipUri $outside = null) {}
}
