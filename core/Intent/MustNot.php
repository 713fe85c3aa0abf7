<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

/**
 * Judges what must not be. Each kind names the ways that would be a leak, chains of exchanges each; a way is open when all before
 * the last work and the last one arrives, even where its answer is lost or nobody listens.
 *
 * Where the plan is not complete enough to tell, nothing is kept apart by it: the pair stays untried.
 */
final class MustNot
{
    /** @param non-empty-list<non-empty-list<Leaf>> $ways */
    public static function judge(Pair $pair, array $ways): PairPrediction
    {
        $closed = $gap = null;
        foreach ($ways as $way) {
            $stop = self::stopOf($way);
            if (null === $stop) {
                return self::leak($pair, $ways, $way[array_key_last($way)]);
            }
            $closed ??= $stop;
            $gap ??= null !== $stop->cause && $stop->cause->rule->isGapInPlan() ? $stop->cause : null;
        }
        $leaves = array_merge(...$ways);

        return null === $gap
            ? new PairPrediction(
                pair: $pair,
                span: PairVerdict::KeptApart,
                cause: $closed->cause,
                how: $closed->cause->text ?? '',
                leaves: $leaves,
            )
            : new PairPrediction(
                pair: $pair,
                span: PairVerdict::Untried,
                cause: $gap,
                how: $gap->text.': whether it is blocked is not predictable',
                leaves: $leaves,
            );
    }

    /** @param non-empty-list<Leaf> $way */
    private static function stopOf(array $way): ?Leaf
    {
        $last = array_key_last($way);
        foreach ($way as $number => $leaf) {
            if ($number === $last ? !$leaf->span->arrives() : !$leaf->span->holds()) {
                return $leaf;
            }
        }

        return null;
    }

    /** @param non-empty-list<non-empty-list<Leaf>> $ways */
    private static function leak(Pair $pair, array $ways, Leaf $open): PairPrediction
    {
        $how = match ($open->span) {
            PairVerdict::NoReply, PairVerdict::OneWay => 'the request arrives; only its reply is lost',
            PairVerdict::NoListener => 'the path is open; only the port is closed now',
            default => 'the path is open',
        };
        $leaves = array_map(static fn (Leaf $l): Leaf => $l->deciding($l === $open), array_merge(...$ways));

        return new PairPrediction(pair: $pair, span: PairVerdict::Leak, cause: null, how: $how, leaves: $leaves);
    }
}
