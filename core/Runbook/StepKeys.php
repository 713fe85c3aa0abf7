<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook;

use Vorhut\Core\Keypad\Keypad;
use Vorhut\Core\Keypad\KeySequence;
use Vorhut\Core\Profile\Shortcut;

/** Keys to be pressed at a step: a text typed on a keypad, or a shortcut. */
final readonly class StepKeys implements \JsonSerializable
{
    /**
     * @param string $of the setting, or the shortcut
     * @param string $end of the address of a unit whose name it is; '' for any other text
     */
    private function __construct(
        public string $of,
        public string $label,
        public string $text,
        private ?Keypad $keypad,
        public ?Shortcut $shortcut,
        private string $end = '',
    ) {}

    /** @param string $end of the address of a unit whose name it is: it may stand for a name of letters; '' for other texts */
    public static function typing(string $of, string $label, string $text, Keypad $keypad, string $end = ''): self
    {
        return new self(of: $of, label: $label, text: $text, keypad: $keypad, shortcut: null, end: $end);
    }

    public static function shortcut(Shortcut $shortcut): self
    {
        return new self(of: $shortcut->id, label: $shortcut->name, text: '', keypad: null, shortcut: $shortcut);
    }

    /** Null for a shortcut. Found when it is asked for. */
    public function sequence(): ?KeySequence
    {
        return null === $this->keypad ? null : KeySequence::fromKeypad($this->keypad, $this->text);
    }

    /** What the keys can type in the place of a name that they cannot: in capitals or small letters, else the end of the address. */
    public function instead(): ?string
    {
        if (null === $this->keypad || '' === $this->end || [] === KeySequence::fromKeypad($this->keypad, $this->text)->impossible) {
            return null;
        }

        return array_find(
            [mb_strtoupper($this->text), mb_strtolower($this->text), $this->end],
            fn ($other): bool => '' !== $other && [] === KeySequence::fromKeypad($this->keypad, $other)->impossible,
        );
    }

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        $sequence = $this->sequence();

        return null === $sequence
            ? ['shortcut' => $this->of, 'label' => $this->label, 'keys' => $this->shortcut?->keys, 'hold' => $this->shortcut?->hold]
            : [
                'setting' => $this->of,
                'label' => $this->label,
                'text' => $this->text,
                'presses' => $sequence->presses,
                'total' => $sequence->total,
                'seconds' => $sequence->seconds,
                'impossible' => $sequence->impossible,
            ] + (null === $this->instead() ? [] : ['instead' => $this->instead()]);
    }
}
