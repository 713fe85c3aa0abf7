<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Stage;
use Vorhut\Core\Profile\Step\WorkStage;

/** Which steps of a unit are done: those that were recorded, and those its stage says. */
final readonly class Progress
{
    /**
     * @param array<string, bool> $recorded by step; false for one that was taken back
     * @param array<string, string> $skipped reason by step
     */
    public function __construct(private Stage $stage, private array $recorded = [], private array $skipped = []) {}

    public static function fromDevice(Device $device): self
    {
        return new self($device->stage);
    }

    public function isDone(string $step, WorkStage $at): bool
    {
        return $this->recorded[$step] ?? self::covers($this->stage, $at);
    }

    /** Why it was left out; null where it was not. */
    public function skipped(string $step): ?string
    {
        return $this->skipped[$step] ?? null;
    }

    /** Whether a unit at this stage has come through a part of the work. */
    public static function covers(Stage $stage, WorkStage $at): bool
    {
        $through = match ($stage) {
            Stage::Planned => null,
            Stage::Unpacked => WorkStage::Unpack,
            Stage::Addressed => WorkStage::Address,
            Stage::SetUp => WorkStage::Pair,
            Stage::AsLeft => WorkStage::HandOver,
        };

        return null !== $through && $at->rank() <= $through->rank();
    }

    /** The first stage of a unit that has come through a part of the work. */
    public static function after(WorkStage $at): Stage
    {
        foreach (Stage::cases() as $stage) {
            if (self::covers($stage, $at)) {
                return $stage;
            }
        }

        return Stage::AsLeft;
    }
}
