<?php

declare(strict_types=1);

namespace Vorhut\Core\Schedule;

use Vorhut\Core\Profile\Step\RecordKind;
use Vorhut\Core\Profile\Step\TimerKind;
use Vorhut\Core\Profile\Step\ToRecord;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\RunbookStep;
use Vorhut\Core\Runbook\StepValue;

/**
 * How long a step takes: with hands on it, and then by itself.
 *
 * What a kind of unit says of times is taken from it; reading, typing and cabling are estimates, the same for every kind.
 */
final readonly class StepTime
{
    private const READING = 10;
    private const DOING = 8;
    private const CABLING = 20;
    private const CHOOSING = 5;
    private const SECRET = 12;
    private const FINDING_THE_FIELD = 4;
    private const PER_CHARACTER = 0.25;
    private const PER_CHARACTER_ON_KEYS = 1.2;

    /** @param int $hands seconds; @param int $wait seconds after it, in which nobody is needed */
    private function __construct(public int $hands, public int $wait) {}

    public static function fromStep(RunbookStep $step): self
    {
        $doing = WorkStage::Mount === $step->stage ? self::CABLING : self::DOING;
        $seconds = self::READING + $doing * \count($step->do);
        $isOnKeys = [] !== $step->keys;
        foreach ($step->values as $value) {
            $seconds += self::typing($value, $isOnKeys);
        }
        foreach ($step->record as $record) {
            $seconds += self::recording($record);
        }
        $wait = 0;
        foreach ($step->timers as $timer) {
            TimerKind::Wait === $timer->kind ? $wait += $timer->seconds : $seconds += $timer->seconds;
        }

        return new self((int) round($seconds), $wait);
    }

    private static function typing(StepValue $value, bool $isOnKeys): float
    {
        return match (true) {
            $value->isChosen => self::CHOOSING,
            $value->isSecret => self::SECRET,
            '' === $value->typed => 0,
            default => self::FINDING_THE_FIELD
                + mb_strlen($value->typed) * ($isOnKeys ? self::PER_CHARACTER_ON_KEYS : self::PER_CHARACTER),
        };
    }

    private static function recording(ToRecord $record): int
    {
        return match ($record->kind) {
            RecordKind::Tick => 5,
            RecordKind::Read, RecordKind::AsFound => 8,
            RecordKind::Photo, RecordKind::Measure => 20,
        };
    }
}
