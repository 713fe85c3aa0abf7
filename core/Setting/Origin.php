<?php

declare(strict_types=1);

namespace Vorhut\Core\Setting;

/** Where a value comes from, in the order in which the first hit wins. */
enum Origin: string
{
    case Typed = 'typed';
    case Pairing = 'pairing';
    case Answer = 'answer';
    case PlaceRule = 'place-rule';
    case KindRule = 'kind-rule';
    case Computed = 'computed';
    case Default = 'default';
    case Open = 'open';

    public function label(): string
    {
        return match ($this) {
            self::Typed => 'set on this device',
            self::Pairing => 'from a pairing',
            self::Answer => 'from the questions',
            self::PlaceRule => 'location rule',
            self::KindRule => 'device-type rule',
            self::Computed => 'computed from the plan',
            self::Default => 'device-type default',
            self::Open => 'not set',
        };
    }
}
