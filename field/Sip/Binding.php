<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

/** One place at which a user is to be found. */
final readonly class Binding
{
    /** @param float $until seconds by the steady clock */
    public function __construct(public SipUri $contact, public float $until, public string $call, public int $sequence) {}
}
