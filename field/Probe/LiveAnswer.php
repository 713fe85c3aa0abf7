<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Vorhut\Core\Intent\Span;
use Vorhut\Core\Job\Expectation;
use Vorhut\Core\Job\Intent;

/** What the answers to a pair's questions say together. */
final class LiveAnswer
{
    /**
     * For what must be, every question has to be answered. For what must not be, any sign of life is a leak; silence is all
     * that a test from outside can see of being kept apart.
     *
     * @param non-empty-list<ProbeResult|string> $results a text stands for a question that was not asked
     */
    public static function span(Intent $intent, array $results): Span
    {
        $statuses = array_map(static fn (ProbeResult|string $r): ?ProbeStatus => $r instanceof ProbeResult ? $r->status : null, $results);
        if (Expectation::MustNot === $intent->expect) {
            return []
                === array_intersect(array_map(static fn (?ProbeStatus $s): string => $s->value ?? '', $statuses), [
                    'answered',
                    'refused',
                    'strange',
                ])
                ? Span::KeptApart
                : Span::Leak;
        }
        foreach ($statuses as $status) {
            if (ProbeStatus::Answered !== $status) {
                return match ($status) {
                    null => Span::NotFound,
                    ProbeStatus::Refused, ProbeStatus::Strange => Span::NoListener,
                    ProbeStatus::OneWay => Span::OneWay,
                    default => Span::NoReply,
                };
            }
        }

        return Span::Through;
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
