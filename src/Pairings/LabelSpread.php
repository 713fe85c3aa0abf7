<?php

declare(strict_types=1);

namespace Vorhut\App\Pairings;

/** Moves labels that would lie over each other down until they do not. */
final class LabelSpread
{
    /** Pixels from one line of text to the next. */
    public const LINE = 14;

    /**
     * @param list<LineView> $lines
     *
     * @return list<LineView> in the same order
     */
    public static function spread(array $lines): array
    {
        $order = array_keys($lines);
        usort($order, static fn (int $a, int $b): int => $lines[$a]->labelY <=> $lines[$b]->labelY);
        $free = $bottoms = [];
        foreach ($order as $index) {
            $line = $lines[$index];
            $height = self::LINE * \count($line->label);
            $bottoms[$index] = $free[$line->labelX] = max($line->labelY, ($free[$line->labelX] ?? 0) + $height);
        }

        return array_map(
            static fn (LineView $line, int $index): LineView => $line->withLabelAt($bottoms[$index]),
            $lines,
            array_keys($lines),
        );
    }
}
