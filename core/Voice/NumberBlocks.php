<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NumberBlock;

/** The blocks of numbers that a job sets aside. */
final readonly class NumberBlocks
{
    /** @var list<NumberBlock> by length and first number */
    public array $all;

    public function __construct(private Job $job)
    {
        $blocks = array_values($job->all(NumberBlock::class));
        usort($blocks, static fn (NumberBlock $a, NumberBlock $b): int => [\strlen($a->numbers->first), $a->numbers->first]
            <=> [\strlen($b->numbers->first), $b->numbers->first]);
        $this->all = $blocks;
    }

    public function isEmpty(): bool
    {
        return [] === $this->all;
    }

    public function blockOf(string $number): ?NumberBlock
    {
        $low = 0;
        $high = \count($this->all) - 1;
        while ($low <= $high) {
            $middle = intdiv($low + $high, 2);
            $block = $this->all[$middle];
            if ($block->numbers->has($number)) {
                return $block;
            }
            $isBelow = [\strlen($number), $number] < [\strlen($block->numbers->first), $block->numbers->first];
            [$low, $high] = $isBelow ? [$low, $middle - 1] : [$middle + 1, $high];
        }

        return null;
    }

    /** Why an extension should not have its number, in the middle of a sentence; null where all is well. */
    public function misfit(Extension $extension): ?string
    {
        $block = $this->blockOf($extension->number);
        if (null === $block) {
            return 'is in no extension block';
        }
        if (null !== $block->kind && $block->kind !== $extension->kind) {
            return \sprintf('is in %s, which is for: %s', $block->name, $block->kind->label());
        }
        $place = $extension->location ?? $this->job->devices[$extension->device ?? '']->location ?? null;
        $around = array_map(static fn (object $l): string => $l->id, $this->job->placesOf($place));
        if (null === $block->location || null === $place || \in_array($block->location, $around, true)) {
            return null;
        }

        return \sprintf(
            'is in %s, but its device is in %s',
            $block->name,
            $this->job->locations[$place]->name ?? $place,
        );
    }

    /** @return list<array{NumberBlock, NumberBlock}> neighbours that share numbers */
    public function overlapping(): array
    {
        $pairs = [];
        $widest = null;
        foreach ($this->all as $block) {
            if (null !== $widest && $widest->numbers->overlaps($block->numbers)) {
                $pairs[] = [$widest, $block];
            }
            $isWider = null === $widest || [\strlen($block->numbers->last), $block->numbers->last]
                > [\strlen($widest->numbers->last), $widest->numbers->last];
            $widest = $isWider ? $block : $widest;
        }

        return $pairs;
    }
}
