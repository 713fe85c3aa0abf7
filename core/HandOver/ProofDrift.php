<?php

declare(strict_types=1);

namespace Vorhut\Core\HandOver;

use Vorhut\Core\Intent\PairVerdict;

/** Which pairs are seen otherwise than when the job was signed. */
final class ProofDrift
{
    /**
     * @param array<array-key, string> $signed what was seen then, by intent and pair
     * @param array<array-key, string> $now what was seen last, by the same
     *
     * @return array<string, array{was: PairVerdict, is: PairVerdict}> those that hold no more, or hold since
     */
    public static function between(array $signed, array $now): array
    {
        $drift = [];
        foreach ($now as $pair => $span) {
            $was = PairVerdict::tryFrom($signed[$pair] ?? '') ?? PairVerdict::Untried;
            $is = PairVerdict::tryFrom($span) ?? PairVerdict::Untried;
            if (PairVerdict::Untried !== $was && PairVerdict::Untried !== $is && $was->holds() !== $is->holds()) {
                $drift[(string) $pair] = ['was' => $was, 'is' => $is];
            }
        }

        return $drift;
    }
}
