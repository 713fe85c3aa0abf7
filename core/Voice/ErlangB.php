<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

/** Lost calls on a full group of channels, as A. K. Erlang had it: calls come at random, and who finds all busy goes away. */
final class ErlangB
{
    /** @return float traffic in erlang */
    public static function traffic(float $callsPerHour, float $holdSeconds): float
    {
        return $callsPerHour * $holdSeconds / 3600;
    }

    /**
     * Share of calls that find all channels busy: B(0) = 1, B(n) = A·B(n−1) / (n + A·B(n−1)).
     *
     * @param float $traffic in erlang, not below 0
     * @param int $channels not below 0
     */
    public static function loss(float $traffic, int $channels): float
    {
        $loss = 1.0;
        for ($n = 1; $n <= $channels; ++$n) {
            $loss = $traffic * $loss / ($n + $traffic * $loss);
        }

        return $loss;
    }

    /**
     * The fewest channels that lose no more than that share.
     *
     * @param float $traffic in erlang, not below 0
     * @param float $max above 0, below 1
     */
    public static function channels(float $traffic, float $max): int
    {
        $loss = 1.0;
        $channels = 0;
        while ($loss > $max) {
            ++$channels;
            $loss = $traffic * $loss / ($channels + $traffic * $loss);
        }

        return $channels;
    }
}
