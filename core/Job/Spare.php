<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

/** Of several units on one address: the one that gives it up. */
final class Spare
{
    /**
     * The one on which least has been done; of those, the last in the list. What is as left never moves.
     *
     * @template T
     *
     * @param list<array{Device, T}> $units each with what stands for it
     *
     * @return T|null
     */
    public static function nearest(array $units): mixed
    {
        $spare = null;
        foreach ($units as [$device, $item]) {
            if (Stage::AsLeft !== $device->stage && (null === $spare || !$device->stage->isBeyond($spare[0]->stage))) {
                $spare = [$device, $item];
            }
        }

        return $spare[1] ?? null;
    }
}
