<?php

declare(strict_types=1);

namespace Vorhut\Core\Secret;

use Random\Randomizer;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Keypad\Keypad;
use Vorhut\Core\Keypad\KeySequence;

/** Makes secrets as the units take them: nothing that looks alike, one of each sort, typable where it is typed on keys. */
final readonly class SecretMaker
{
    public function __construct(private Randomizer $random) {}

    /** @throws InvalidValue where the keypad has none of the characters it may be made of */
    public function make(SecretNeed $need): string
    {
        $sorts = [];
        foreach ($need->rule->alphabet->sorts() as $sort) {
            $sorts[] = null === $need->keypad ? $sort : self::typable($need->keypad, $sort);
        }
        $sorts = array_values(array_filter($sorts, static fn (string $s): bool => '' !== $s));
        if ([] === $sorts) {
            $advice = 'Its keypad types none of them: check the device type.';
            throw new InvalidValue($need->keypad->id ?? '', $need->rule->alphabet->label(), $advice);
        }
        $secret = '';
        foreach ($sorts as $sort) {
            $secret .= $this->pick($sort);
        }
        $all = implode('', $sorts);
        while (\strlen($secret) < $need->rule->most) {
            $secret .= $this->pick($all);
        }

        return $this->random->shuffleBytes($secret);
    }

    /** Why a secret that somebody typed cannot be it; null where it can. */
    public static function refusal(SecretNeed $need, string $typed): ?string
    {
        $length = mb_strlen($typed);
        if ($length < $need->rule->least || $length > $need->rule->most || !$need->rule->alphabet->takes($typed)) {
            return $need->rule->said();
        }
        $cannot = null === $need->keypad ? [] : KeySequence::fromKeypad($need->keypad, $typed)->impossible;

        return [] === $cannot ? null : \sprintf('what its keypad types, which is not %s', implode(' ', $cannot));
    }

    private function pick(string $from): string
    {
        return $from[$this->random->getInt(0, \strlen($from) - 1)];
    }

    private static function typable(Keypad $keypad, string $sort): string
    {
        return implode('', array_diff(str_split($sort), KeySequence::fromKeypad($keypad, $sort)->impossible));
    }
}
