<?php

declare(strict_types=1);

namespace Vorhut\Core\Label;

/** Check words over the field of 256 elements that matrix codes use (ISO/IEC 18004:2015, clause 7.5 and annex A). */
final class ReedSolomon
{
    /** x^8 + x^4 + x^3 + x^2 + 1. */
    private const FIELD = 0x11D;

    /** @var list<int> powers of two in the field */
    private array $powers = [];

    /** @var array<int, int> exponents by element */
    private array $logs = [];

    public function __construct()
    {
        $element = 1;
        for ($n = 0; $n < 255; ++$n) {
            $this->powers[] = $element;
            $this->logs[$element] = $n;
            $element <<= 1;
            $element ^= $element > 255 ? self::FIELD : 0;
        }
    }

    /**
     * @param list<int> $data words of 8 bits
     *
     * @return list<int> so many check words
     */
    public function check(array $data, int $count): array
    {
        $generator = $this->generator($count);
        $rest = [...$data, ...array_fill(0, $count, 0)];
        foreach (array_keys($data) as $n) {
            $lead = $rest[$n];
            foreach (0 === $lead ? [] : $generator as $m => $factor) {
                $rest[$n + $m] ^= $this->times($factor, $lead);
            }
        }

        return \array_slice($rest, \count($data));
    }

    /** @return list<int> the product of (x - 2^n), the highest power first */
    private function generator(int $degree): array
    {
        $product = [1];
        for ($n = 0; $n < $degree; ++$n) {
            $next = [...$product, 0];
            foreach ($product as $m => $factor) {
                $next[$m + 1] ^= $this->times($factor, $this->powers[$n]);
            }
            $product = array_values($next);
        }

        return $product;
    }

    private function times(int $a, int $b): int
    {
        return 0 === $a || 0 === $b ? 0 : $this->powers[($this->logs[$a] + $this->logs[$b]) % 255];
    }
}
