<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\Expectation;
use Vorhut\Core\Job\Intent;

/** What the answers to a pair's questions say together. */
final class LiveAnswer
{
    /**
     * For what must be, every question has to be answered. For what must not be, any sign of life is a leak; silence is all
     * that a test from outside can see of being kept apart. What was not asked says nothing either way.
     *
     * @param non-empty-list<ProbeResult|string> $results a text stands for a question that was not asked
     */
    public static function span(Intent $intent, array $results): PairVerdict
    {
        $asked = [];
        foreach ($results as $result) {
            $asked = $result instanceof ProbeResult ? [...$asked, $result->status] : $asked;
        }
        if (Expectation::MustNot === $intent->expect) {
            return self::apart($asked);
        }
        foreach ($asked as $status) {
            if (ProbeStatus::Answered !== $status) {
                return match ($status) {
                    ProbeStatus::Untried => PairVerdict::Untried,
                    ProbeStatus::Refused, ProbeStatus::Strange => PairVerdict::NoListener,
                    ProbeStatus::OneWay => PairVerdict::OneWay,
                    ProbeStatus::Silent, ProbeStatus::Closed => PairVerdict::NoReply,
                };
            }
        }

        return \count($asked) < \count($results) ? PairVerdict::Untried : PairVerdict::Through;
    }

    /** @param list<ProbeStatus> $asked */
    private static function apart(array $asked): PairVerdict
    {
        foreach ($asked as $status) {
            if (!\in_array($status, [ProbeStatus::Silent, ProbeStatus::Closed, ProbeStatus::Untried], true)) {
                return PairVerdict::Leak;
            }
        }

        return [] === array_diff(
            array_column($asked, 'value'),
            [ProbeStatus::Untried->value],
        ) ? PairVerdict::Untried : PairVerdict::KeptApart;
    }

    /** @param list<ProbeResult|string> $results */
    public static function evidence(array $results): string
    {
        return implode(
            '; ',
            array_map(
                static fn (ProbeResult|string $r): string => \is_string($r)
                    ? $r
                    : trim(
                        \sprintf(
                            '%s %s:%d %s in %.1f ms %s',
                            $r->kind->value,
                            $r->target,
                            $r->port,
                            $r->status->value,
                            $r->milliseconds,
                            implode(
                                ', ',
                                array_map(
                                    static fn (string $name, string|int|float $value): string => $name.': '.$value,
                                    array_keys($r->evidence),
                                    $r->evidence,
                                ),
                            ),
                        ),
                    ),
                $results,
            ),
        );
    }
}
