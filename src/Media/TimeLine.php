<?php

declare(strict_types=1);

namespace Vorhut\App\Media;

use Vorhut\Core\Sound\ChainSum;

/** The time that a chain takes, stage behind stage, with the latest and the earliest end that are good. */
final readonly class TimeLine
{
    private const WIDTH = 720;
    /** How much of the line is left free behind the longest. */
    private const ROOM = 1.1;

    /** @param list<array{x: float, width: float, text: string}> $stages */
    private function __construct(
        public array $stages,
        public ?float $limit,
        public ?float $earliest,
        public bool $fits,
        public string $said,
    ) {}

    public static function fromSum(ChainSum $sum): self
    {
        $total = $sum->totalMs();
        $limit = $sum->limitMs();
        $early = $sum->earliestMs();
        $scale = self::WIDTH / max(1e-9, self::ROOM * max($total, $limit ?? 0.0));
        $stages = [];
        $x = 0.0;
        foreach ($sum->stages as $stage) {
            $width = round($stage->ms * $scale, 1);
            $stages[] = ['x' => $x, 'width' => $width, 'text' => \sprintf('%s, %.2f ms', $stage->stage->name, $stage->ms)];
            $x = round($x + $width, 1);
        }

        return new self(
            stages: $stages,
            limit: null === $limit ? null : round($limit * $scale, 1),
            earliest: $early > 0 ? round($early * $scale, 1) : null,
            fits: (null === $limit || $total <= $limit) && $total >= $early,
            said: match (true) {
                null === $limit => \sprintf('%.1f ms', $total),
                $early > 0 => \sprintf('%.1f ms, allowed %s to %s', $total, round($early, 1), round($limit, 1)),
                default => \sprintf('%.1f ms, limit %s', $total, round($limit, 1)),
            },
        );
    }
}
