<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\Expectation;

/** What turns between two predictions of the same intents, counted in pairs without looking at each of them. */
final class Difference
{
    public int $mends = 0;
    public int $breaks = 0;
    /** Pairs that must not be and are kept apart after. */
    public int $mendsMustNot = 0;
    /** Pairs that must not be and were kept apart before. */
    public int $leaks = 0;

    /** @var array{intent: string, pair: string}|null one of the pairs that are mended */
    public ?array $example = null;

    /** @var array<string, array{mends: int, breaks: int}> by intent, only those that turn */
    public array $intents = [];

    public function __construct(ProofReport $before, ProofReport $after)
    {
        foreach ($before->intents as $id => $was) {
            $now = $after->intents[$id] ?? null;
            if (null !== $now) {
                $this->compare($was, $now);
            }
        }
    }

    private function compare(IntentPrediction $was, IntentPrediction $now): void
    {
        $id = $was->intent->id;
        $all = array_unique(array_map(static fn (PairGroup $g): int => self::state($g->span), [...$was->groups, ...$now->groups]));
        if (\count($all) < 2) {
            return;
        }
        $mends = $breaks = 0;
        foreach ($was->groups as $before) {
            foreach ($now->groups as $after) {
                [$then, $since] = [self::state($before->span), self::state($after->span)];
                if ($then === $since || ($since > $then && !$after->span->holds())) {
                    continue;
                }
                $from = array_intersect_key(array_flip($before->from), array_flip($after->from));
                $to = [] === $from ? [] : array_intersect_key(array_flip($before->to), array_flip($after->to));
                $count = \count($from) * \count($to) - \count(array_intersect_key($from, $to));
                if ($count > 0 && $since > $then) {
                    $mends += $count;
                    $this->example ??= ['intent' => $id, 'pair' => self::pair($from, $to)];
                } elseif ($count > 0) {
                    $breaks += $count;
                }
            }
        }
        if ($mends + $breaks > 0) {
            $this->intents[$id] = ['mends' => $mends, 'breaks' => $breaks];
            $this->mends += $mends;
            $this->breaks += $breaks;
            $this->mendsMustNot += Expectation::MustNot === $was->intent->expect ? $mends : 0;
            $this->leaks += Expectation::MustNot === $was->intent->expect ? $breaks : 0;
        }
    }

    /** Failing, not to be told, as wanted: what falls is broken, what rises to the last is mended. */
    private static function state(PairVerdict $span): int
    {
        return $span->holds() ? 2 : (int) !$span->fails();
    }

    /**
     * @param array<array-key, int> $from
     * @param array<array-key, int> $to
     */
    private static function pair(array $from, array $to): string
    {
        foreach (array_keys($from) as $a) {
            foreach (array_keys($to) as $b) {
                if ($a !== $b) {
                    return (new Pair((string) $a, (string) $b))->key();
                }
            }
        }

        throw new \LogicException('No pair where one was counted.');
    }
}
