<?php

declare(strict_types=1);

namespace Vorhut\Core\Sound;

use Vorhut\Core\Job\ChainStage;
use Vorhut\Core\Job\StageDoes;

/** A stage with what the plan knows of it. */
final readonly class StageSum
{
    /**
     * @param int|null $rateHz samples a second; null where nobody says
     * @param string $clock who sets its pace; '' where nobody says
     * @param float $ms that it takes
     * @param int|null $channels that it lets through
     */
    public function __construct(
        public ChainStage $stage,
        public ?int $rateHz,
        public string $clock,
        public float $ms,
        public ?int $channels,
    ) {}

    /** @return list<string> the unit, where it is one */
    public function units(): array
    {
        return null === $this->stage->device ? [] : [$this->stage->device];
    }

    /** Channels that are sent to be processed; 0 where none are. */
    public function sent(): int
    {
        return StageDoes::Insert === $this->stage->does ? max(1, $this->channels ?? 0) : 0;
    }
}
