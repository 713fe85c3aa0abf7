<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Vorhut\Core\Intent\PairVerdict;

/** A span as it is drawn: a line between two posts, broken where it breaks. */
final readonly class VerdictView
{
    private const SHAPES = [
        'through' => ['M3 8H43'],
        'cannot-send' => ['M3 8H9', 'M12 3V13'],
        'filtered' => ['M3 8H21', 'M24 2V14M27 2V14'],
        'not-found' => ['M3 8H35', 'M37 2V14'],
        'no-listener' => ['M3 8H37', 'M37 3A5 5 0 0 0 37 13'],
        'no-reply' => ['M3 5H40', 'M40 11H26', 'M24 7V15'],
        'one-way' => ['M3 8H36', 'M29 3L36 8L29 13'],
        'two-owners' => ['M3 8H24L40 3M24 8L40 13'],
        'fades' => ['M3 8H43'],
        'kept-apart' => ['M3 8H19', 'M22 2V14M27 2V14'],
        'leak' => ['M3 8H43', 'M21 2V14M26 2V14'],
        'untried' => ['M3 8H43'],
    ];
    private const DASHES = ['fades' => '9 3 6 4 3 5 1.5 20', 'untried' => '1.5 4'];

    /** @param list<string> $paths */
    private function __construct(
        public string $value,
        public string $word,
        public string $tone,
        public array $paths,
        public string $dashes,
        public bool $fails,
    ) {}

    public static function fromVerdict(PairVerdict $span): self
    {
        return new self(
            value: $span->value,
            word: $span->word(),
            tone: $span->tone(),
            paths: self::SHAPES[$span->value],
            dashes: self::DASHES[$span->value] ?? 'none',
            fails: $span->fails(),
        );
    }
}
