<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver\Paper;

/** What is printed on a piece of a way: an arrow or a cross, as it is wanted or not. */
final readonly class WireMark
{
    private function __construct(public string $text, public string $class) {}

    /** @param bool|null $passes null where it never comes so far */
    public static function asking(?bool $passes, bool $isWanted): self
    {
        return self::fromPasses($passes, $isWanted, 'request ▸', 'request ✕');
    }

    /** @param bool|null $passes null where it never comes so far */
    public static function answering(?bool $passes, bool $isWanted): self
    {
        return self::fromPasses($passes, $isWanted, '◂ answers', '✕ answers');
    }

    private static function fromPasses(?bool $passes, bool $isWanted, string $arrow, string $cross): self
    {
        return match ($passes) {
            null => new self('', ''),
            true => new self($arrow, $isWanted ? 'good' : 'bad'),
            false => new self($cross, $isWanted ? 'bad stopped' : 'good stopped'),
        };
    }
}
