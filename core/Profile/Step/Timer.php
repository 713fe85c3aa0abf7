<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Step;

use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;

/** A time that runs during a step: to be met, to be held, or to be waited for. */
final readonly class Timer
{
    public function __construct(
        #[Choice(TimerKind::class, 'Type', required: true)]
        public TimerKind $kind,
        #[WholeNumber(1, 7200, 'Seconds', required: true)]
        public int $seconds,
        #[Text('What to do', max: 200, default: '')]
        public string $text,
        #[Text('If it is missed', max: 300, default: '')]
        public string $missed,
    ) {}
}
