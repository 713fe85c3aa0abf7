<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook;

use Vorhut\Core\Keypad\Keypad;
use Vorhut\Core\Keypad\KeySequence;
use Vorhut\Core\Profile\Shortcut;

/** Keys to be pressed at a step: a text typed on a keypad, or a shortcut. */
final readonly class StepKeys implements \JsonSerializable
{
    /** @param string $of the setting, or the shortcut */
    private function __construct(
        public string $of,
        public string $label,
        public string $text,
        private ?Keypad $keypad,
        public ?Shortcut $shortcut,
    ) {
    }

    public static function typing(string $of, string $label, string $text, Keypad $keypad): self
    {
        return new self($of, $label, $text, $keypad, null);
    }

    public static function shortcut(Shortcut $shortcut): self
    {
        return new self($shortcut->id, $shortcut->name, '', null, $shortcut);
    }

    /** Null for a shortcut. Found when it is asked for. */
    public function sequence(): ?KeySequence
    {
        return null === $this->keypad ? null : KeySequence::of($this->keypad, $this->text);
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
            ];
    }
}
