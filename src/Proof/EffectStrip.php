<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

/** The pairs of an intent as two strips, one below the other in the same order: as they stand now, and with a change. */
final readonly class EffectStrip
{
    public const WIDTH = 320;

    /**
     * In the order: hold in both, break, are fixed, fail in both.
     *
     * @var list<array{x: float, width: float, now: string, then: string, nowPath: string, thenPath: string}>
     */
    public array $parts;

    public function __construct(
        public string $name,
        public string $url,
        public string $expect,
        public int $pairs,
        public int $failing,
        public int $mends = 0,
        public int $breaks = 0,
    ) {
        $parts = [];
        $at = 0;
        $counts = [
            [$pairs - $failing - $breaks, 'holds', 'holds'],
            [$breaks, 'holds', 'fails'],
            [$mends, 'fails', 'holds'],
            [$failing - $mends, 'fails', 'fails'],
        ];
        foreach ($counts as [$count, $now, $then]) {
            if ($count > 0) {
                $x = $at / max(1, $pairs) * self::WIDTH;
                $width = $count / max(1, $pairs) * self::WIDTH;
                $parts[] = [
                    'x' => $x,
                    'width' => $width,
                    'now' => $now,
                    'then' => $then,
                    'nowPath' => self::path($x, $width, $now),
                    'thenPath' => self::path($x, $width, $then),
                ];
            }
            $at += max(0, $count);
        }
        $this->parts = $parts;
    }

    /** A stretch that holds is as high as its strip, one that fails is low: not by its colour alone. */
    private static function path(float $x, float $width, string $state): string
    {
        $height = 'holds' === $state ? 13 : 6;

        return \sprintf('M%.1f 14v-%d h%.1f v%d z', $x, $height, $width, $height);
    }

    /** What it draws, in words. */
    public function said(): string
    {
        $after = $this->failing - $this->mends + $this->breaks;
        $now = \sprintf('%d of %d pairs fail', $this->failing, $this->pairs);

        return $after === $this->failing ? $now : \sprintf('%s now, %d with the change', $now, $after);
    }
}
