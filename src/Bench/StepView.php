<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Vorhut\App\Timers\TimerView;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\TypingView;
use Vorhut\Core\Profile\Step\SymptomCause;

/** One step of the work on a unit, as it is shown. */
final readonly class StepView
{
    /**
     * @param string $who '' where anybody may do it
     * @param list<string> $do
     * @param list<ValueView> $values
     * @param list<array{label: string, keys: list<string>, hold: string, see: string}> $shortcuts
     * @param list<array{label: string, typing: TypingView}> $texts to be typed on keys beside the values
     * @param list<PortView> $ports
     * @param list<TimerView> $timers
     * @param list<string> $see
     * @param list<SymptomCause> $causes
     * @param list<AskedView> $asked what is to be read, found or measured
     * @param list<string> $ticks what one confirms by recording the step
     * @param list<string> $cautions
     * @param list<array{text: string, link: Link}> $blockers
     * @param list<array{label: string, value: string, agrees: string}> $kept
     * @param string $done when and by whom, '' where it is open
     * @param list<string> $photos addresses of those kept with it
     * @param string $early which steps stand before it and are open, '' for none
     */
    public function __construct(
        public string $id,
        public string $stage,
        public string $title,
        public string $why,
        public string $who,
        public array $do,
        public array $values,
        public array $shortcuts,
        public array $texts,
        public ?DialView $dial,
        public array $ports,
        public array $timers,
        public array $see,
        public array $causes,
        public array $asked,
        public array $ticks,
        public array $cautions,
        public array $blockers,
        public array $kept,
        public string $undo,
        public string $done,
        public string $early,
        public array $photos = [],
    ) {}

    /** Recorded now it needs a reason. */
    public function needsReason(): bool
    {
        return '' !== $this->early || [] !== $this->blockers;
    }
}
