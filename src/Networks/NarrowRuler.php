<?php

declare(strict_types=1);

namespace Vorhut\App\Networks;

/** A ruler for a phone: the same stretch of addresses without letters above it; what it shows is said below in lines. */
final readonly class NarrowRuler
{
    public const WIDTH = 360;
    /** Pixels that the letters of a tick need. */
    private const TICK = 64.0;

    /**
     * @param list<array{x: float, label: string}> $ticks
     * @param list<array{x: float, width: float}> $pools
     * @param list<array{x: float, width: float}> $kept
     * @param string $done path of the strokes of what is set on its device
     * @param string $planned path of the others
     * @param list<float> $wedges
     * @param list<array{text: string, id: string}> $conflicts each once
     * @param string $members who stands here, in the order of addresses
     */
    private function __construct(
        public array $ticks,
        public array $pools,
        public array $kept,
        public ?float $gateway,
        public string $done,
        public string $planned,
        public array $wedges,
        public array $conflicts,
        public string $members,
    ) {}

    public static function fromRuler(Ruler $ruler): self
    {
        $scale = self::WIDTH / Ruler::WIDTH;
        $ticks = $conflicts = [];
        foreach ($ruler->ticks as $tick) {
            $x = $tick['x'] * $scale;
            $last = end($ticks);
            $isFree = false === $last || $x - $last['x'] >= self::TICK;
            if (null !== $tick['label'] && $isFree && $x + self::TICK / 2 < self::WIDTH) {
                $ticks[] = ['x' => $x, 'label' => $tick['label']];
            }
        }
        foreach ($ruler->wedges as $wedge) {
            $conflicts[$wedge['text']] ??= ['text' => $wedge['text'], 'id' => $wedge['id']];
        }

        return new self(
            ticks: $ticks,
            pools: self::blocks($ruler->pools),
            kept: self::blocks($ruler->kept),
            gateway: null === $ruler->gateway ? null : $ruler->gateway * $scale,
            done: self::strokes($ruler, true, 22),
            planned: self::strokes($ruler, false, 14),
            wedges: array_map(static fn (array $w): float => $w['x'] * $scale, $ruler->wedges),
            conflicts: array_values($conflicts),
            members: implode(' · ', array_column($ruler->labels, 'text')),
        );
    }

    /**
     * @param list<array{x: float, width: float, end: float, text: string}> $blocks
     *
     * @return list<array{x: float, width: float}>
     */
    private static function blocks(array $blocks): array
    {
        $scale = self::WIDTH / Ruler::WIDTH;

        return array_map(static fn (array $b): array => ['x' => $b['x'] * $scale, 'width' => $b['width'] * $scale], $blocks);
    }

    private static function strokes(Ruler $ruler, bool $isDone, int $height): string
    {
        $path = '';
        foreach ($ruler->strokes as $stroke) {
            if ($stroke['done'] === $isDone) {
                $path .= \sprintf('M%.1f 0v-%d', ($stroke['x'] + $stroke['width'] / 2) * self::WIDTH / Ruler::WIDTH, $height);
            }
        }

        return $path;
    }
}
