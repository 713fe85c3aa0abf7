<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

/** One step of the work on a unit, as it is shown. */
final readonly class StepView
{
    /**
     * @param list<string> $do
     * @param list<array{label: string, value: string, copy: string|null, typing: TypingView|null}> $values copy: null for what stays blank
     * @param list<array{risk: string, do: string}> $risks
     * @param array{seconds: int, clock: string, sign: string}|null $wait
     * @param string $done when and by whom, '' where it is open
     * @param string $asks what is read at the unit, '' for nothing
     */
    public function __construct(
        public string $id,
        public string $title,
        public string $why,
        public array $do,
        public array $values,
        public array $risks,
        public ?array $wait,
        public string $done,
        public string $button,
        public string $asks,
    ) {
    }
}
