<?php

declare(strict_types=1);

namespace Vorhut\Core\Repair;

use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Cause\Cause;

/** Why one pair fails: a cause, and the exchange it stopped. */
final readonly class Fault
{
    public function __construct(
        public Cause $cause,
        public Pair $pair,
        /** Whole port ranges where the exchange is media. */
        public ?Service $service = null,
        public ?Service $media = null,
        public ?Ipv4Address $target = null,
    ) {}

    /** @return list<self> of the deciding cause, then of the exchanges tried beside it */
    public static function faults(PairPrediction $prediction): array
    {
        $faults = [];
        $known = [];
        foreach ($prediction->leaves as $leaf) {
            if (null !== $leaf->cause && !\in_array($leaf->cause, $known, true)) {
                $known[] = $leaf->cause;
                $fault = new self(
                    cause: $leaf->cause,
                    pair: $prediction->pair,
                    service: $leaf->service,
                    media: $leaf->media,
                    target: $leaf->target,
                );
                $leaf->cause === $prediction->cause ? array_unshift($faults, $fault) : $faults[] = $fault;
            }
        }
        if (null !== $prediction->cause && !\in_array($prediction->cause, $known, true)) {
            array_unshift($faults, new self($prediction->cause, $prediction->pair));
        }

        return $faults;
    }
}
