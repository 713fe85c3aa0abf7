<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\Span;

/** Pairs of one intent that fare alike, because both sides are alike to the network. */
final readonly class PairGroup
{
    /**
     * @param non-empty-list<string> $from
     * @param non-empty-list<string> $to
     * @param int $count pairs, nobody with itself
     */
    public function __construct(public Span $span, public array $from, public array $to, public int $count)
    {
    }

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
     * One pair for every member, so that each is looked at once and not with everybody else.
     *
     * @return iterable<Pair>
     */
    public function witnesses(): iterable
    {
        for ($n = 0, $most = max(\count($this->from), \count($this->to)); $n < $most; ++$n) {
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
