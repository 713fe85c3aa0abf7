<?php

declare(strict_types=1);

namespace Vorhut\Field\Net;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;

/** Says which addresses may be contacted at all. Every socket of field/ is made behind it. */
final class TargetGate
{
    private bool $isShut = false;

    /** @param list<Ipv4Prefix> $confirmed ranges a lead has confirmed for field mode; empty: loopback only */
    public function __construct(private readonly array $confirmed = []) {}

    /**
     * @return int<1, 65535>
     *
     * @throws RefusedTarget
     */
    public static function port(int $port): int
    {
        return $port >= 1 && $port <= 65535 ? $port : throw RefusedTarget::port($port);
    }

    /** From now on nothing but loopback: who is still asking stops there. */
    public function revoke(): void
    {
        $this->isShut = true;
    }

    /** @throws RefusedTarget */
    public function check(string $address): Ipv4Address
    {
        $parsed = Ipv4Address::tryFrom($address) ?? throw RefusedTarget::address($address);
        if ($parsed->isLoopback()) {
            return $parsed;
        }
        if ($this->isShut && [] !== $this->confirmed) {
            throw RefusedTarget::switchedOff();
        }
        foreach ($this->confirmed as $prefix) {
            if ($prefix->contains($parsed) && !$parsed->isMulticast() && !$parsed->isLimitedBroadcast()) {
                return $parsed;
            }
        }

        throw RefusedTarget::address($address);
    }
}
