<?php

declare(strict_types=1);

namespace Vorhut\App\Twig;

use Twig\Attribute\AsTwigFilter;
use Twig\Attribute\AsTwigFunction;
use Vorhut\Core\Proof\Span;

/** Lets templates draw a span they know by its value. */
final class SpanExtension
{
    #[AsTwigFunction('span')]
    public function span(string $value): Span
    {
        return Span::from($value);
    }

    /** A count in at most four characters, such as 1240 as 1.2k. */
    #[AsTwigFilter('short')]
    public function short(int $count): string
    {
        return match (true) {
            $count < 1000 => (string) $count,
            $count < 10000 => \sprintf('%.1fk', floor($count / 100) / 10),
            $count < 1000000 => intdiv($count, 1000).'k',
            default => \sprintf('%.1fM', floor($count / 100000) / 10),
        };
    }
}
