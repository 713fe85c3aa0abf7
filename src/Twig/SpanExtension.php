<?php

declare(strict_types=1);

namespace Vorhut\App\Twig;

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
}
