<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Dial\Digits;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Net\Ipv4Address;

/** A party or group of parties of an intent: "device:station", "segment:guests", "extension:2001", "address:10.47.10.9". */
final readonly class PartyRef implements \Stringable
{
    private function __construct(public PartyKind $kind, public string $id) {}

    /** @throws InvalidValue */
    public static function fromString(string $text): self
    {
        $parts = explode(':', $text, 2);
        $kind = PartyKind::tryFrom($parts[0]);
        if (null === $kind || '' === ($parts[1] ?? '')) {
            throw new InvalidValue(
                $text,
                'device:, profile:, segment:, location:, extension:, address:, number: or trunk: with what follows',
                'Such as device:station.',
            );
        }
        if (PartyKind::Address === $kind) {
            Ipv4Address::fromString($parts[1]);
        }
        if (PartyKind::Number === $kind) {
            Digits::dialled($parts[1]);
        }

        return new self($kind, $parts[1]);
    }

    public function __toString(): string
    {
        return $this->kind->value.':'.$this->id;
    }
}
