<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairVerdict;

/** Pairs of one intent that fare alike, because both sides are alike to the network. */
final readonly class PairGroup
{
    /**
     * @param non-empty-list<string> $from
     * @param non-empty-list<string> $to
     * @param int $count pairs, nobody with itself
     */
    public function __construct(public PairVerdict $span, public array $from, public array $to, public int $count) {}

    /** @return iterable<Pair> */
    public function pairs(): iterable
    {
        foreach ($this->from as $from) {
            foreach ($this->to as $to) {
                if ($from !== $to) {
                    yield new Pair($from, $to);
                }
            }
        }
    }

    /**
     * A pair for each of these units that belongs here; else, if any is wanted, the first pair.
     *
     * @param array<string, true> $units
     *
     * @return iterable<Pair>
     */
    public function witnessesWith(array $units, bool $any): iterable
    {
        $here = static fn (string $id): bool => isset($units[$id]);
        $askers = array_filter($this->from, $here);
        $asked = array_filter($this->to, $here);
        foreach ($askers as $id) {
            $to = $this->to[0] === $id ? $this->to[1] ?? $id : $this->to[0];
            if ($id !== $to) {
                yield new Pair($id, $to);
            }
        }
        foreach ($asked as $id) {
            $from = $this->from[0] === $id ? $this->from[1] ?? $id : $this->from[0];
            if ($id !== $from) {
                yield new Pair($from, $id);
            }
        }
        foreach ($any && [] === $askers && [] === $asked ? $this->pairs() : [] as $pair) {
            yield $pair;

            return;
        }
    }

    /**
     * One pair for every member, so that each is looked at once and not with everybody else.
     *
     * @return iterable<Pair>
     */
    public function witnesses(): iterable
    {
        for ($n = 0, $max = max(\count($this->from), \count($this->to)); $n < $max; ++$n) {
            $from = $this->from[$n % \count($this->from)];
            $to = $this->to[$n % \count($this->to)];
            if ($from === $to) {
                $to = $this->to[($n + 1) % \count($this->to)];
            }
            if ($from !== $to) {
                yield new Pair($from, $to);
            }
        }
    }
}
