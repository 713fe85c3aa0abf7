<?php

declare(strict_types=1);

namespace Vorhut\Core\HandOver;

use Vorhut\Core\Intent\Span;

/** Which pairs are seen otherwise than when the job was signed. */
final class ProofDrift
{
    /**
     * @param array<array-key, string> $signed what was seen then, by intent and pair
     * @param array<array-key, string> $now what was seen last, by the same
     *
     * @return array<string, array{was: Span, is: Span}> those that hold no more, or hold since
     */
    public static function between(array $signed, array $now): array
    {
        $drift = [];
        foreach ($now as $pair => $span) {
            $was = Span::tryFrom($signed[$pair] ?? '') ?? Span::Untried;
            $is = Span::tryFrom($span) ?? Span::Untried;
            if (Span::Untried !== $was && Span::Untried !== $is && $was->holds() !== $is->holds()) {
                $drift[(string) $pair] = ['was' => $was, 'is' => $is];
            }
        }

        return $drift;
    }
}
