<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

/** One way of a trace as lines to draw: an arrow where it arrives, a wall and a faint rest where it stops. */
final readonly class TraceLeg
{
    private const HEAD = 10;
    private const SHORT_OF_POST = 4;

    private function __construct(
        public string $tone,
        public string $path,
        public string $wall,
        public string $rest,
        public string $text,
        public int $textX,
        public int $textY,
        public string $anchor,
    ) {}

    /**
     * @param array{from: int, to: int, rest: int|null, stop: int|null, text: string, textX: int, anchor: string} $line
     * @param int $y how far down it runs
     */
    public static function fromLine(array $line, int $y, bool $leak): self
    {
        $direction = $line['to'] >= $line['from'] ? 1 : -1;
        $wall = $rest = '';
        if (null === $line['stop']) {
            $end = $line['to'] - self::SHORT_OF_POST * $direction;
            $head = self::HEAD * $direction;
            $path = \sprintf('M%d %dH%dM%d %dl%d 6l%d 6', $line['from'], $y, $end, $end - $head, $y - 6, $head, -$head);
        } else {
            $path = \sprintf('M%d %dH%d', $line['from'], $y, $line['stop']);
            $wall = \sprintf('M%d %dv26', $line['stop'], $y - 13);
            $rest = \sprintf('M%d %dH%d', $line['stop'] + 8 * $direction, $y, (int) $line['rest']);
        }
        $tone = $leak || null !== $line['stop'] ? 'bad' : 'good';

        return new self(
            tone: $tone,
            path: $path,
            wall: $wall,
            rest: $rest,
            text: $line['text'],
            textX: $line['textX'],
            textY: $y - 8,
            anchor: $line['anchor'],
        );
    }
}
