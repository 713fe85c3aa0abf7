<?php

declare(strict_types=1);

namespace Vorhut\App\Web\View;

use Vorhut\App\Web\Words;
use Vorhut\Core\Keypad\KeySequence;
use Vorhut\Core\Keypad\Press;

/** The keys that type a value at the unit, as they are drawn. */
final readonly class TypingView
{
    /**
     * @param string $sum how many presses, and how long they take
     * @param list<array{reads: string, wait: string, keys: list<string>}> $groups one for each character
     * @param string $impossible characters that the unit cannot type, '' for none
     * @param string $instead what it can type in the place of the text, '' where nothing is proposed
     */
    public function __construct(public string $sum, public array $groups, public string $impossible, public string $instead) {}

    public static function fromSequence(KeySequence $sequence, ?string $instead = null): self
    {
        return new self(
            \sprintf('%s, about %d s', Words::count($sequence->total, 'press', 'presses'), (int) ceil($sequence->seconds)),
            array_map(
                static fn (Press $p): array => [
                    'reads' => $p->character,
                    'wait' => $p->pause > 0 ? \sprintf('wait %.1f s', $p->pause) : '',
                    'keys' => $p->keys,
                ],
                $sequence->presses,
            ),
            implode(' ', $sequence->impossible),
            (string) $instead,
        );
    }
}
