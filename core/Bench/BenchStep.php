<?php

declare(strict_types=1);

namespace Vorhut\Core\Bench;

use Vorhut\Core\Job\Stage;

/** One step of the work on a unit. */
final readonly class BenchStep
{
    /**
     * @param list<string> $do in this order
     * @param array<string, string> $values exact values, by label
     * @param list<array{risk: string, do: string}> $risks
     */
    public function __construct(
        public string $id,
        public string $title,
        public string $why,
        public array $do,
        public array $values,
        public array $risks,
        /** What the button says that records the step. */
        public string $done,
        /** What is read at the unit and checked, if anything: "mac" or "address". */
        public ?string $check = null,
        /** How far the unit is once the step is done. */
        public ?Stage $stage = null,
        /** Seconds to wait before the unit is back. */
        public int $wait = 0,
    ) {
    }

    /** How far the unit is once the step is done, or taken back: done moves it on only, taking back puts it before the step. */
    public function stageAfter(Stage $now, bool $done): Stage
    {
        $stage = $done ? $this->stage : $this->stage?->before();

        return null !== $stage && $done === $stage->isBeyond($now) ? $stage : $now;
    }
}
