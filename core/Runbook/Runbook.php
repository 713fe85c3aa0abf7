<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Stage;
use Vorhut\Core\Profile\Step\Who;
use Vorhut\Core\Profile\Step\WorkStage;

/** The steps for one unit, in the order of work. */
final readonly class Runbook implements \JsonSerializable
{
    /** @param list<RunbookStep> $steps */
    public function __construct(public Device $device, public array $steps) {}

    public function step(string $id): ?RunbookStep
    {
        return array_find($this->steps, static fn ($step): bool => $step->id === $id);
    }

    /** The first one that is to be done and waits for nothing; null where there is none. */
    public function next(): ?RunbookStep
    {
        return array_find($this->steps, static fn ($step): bool => !$step->isDone && [] === $step->blockedBy);
    }

    /** Powered, and still without its own address: it has the one it came with. */
    public function isHolding(): bool
    {
        $isPowered = false;
        foreach ($this->steps as $step) {
            $isPowered = $isPowered || ($step->isDone && WorkStage::Power === $step->stage);
            if ($isPowered && !$step->isDone && $step->isOnTheBench()) {
                return true;
            }
        }

        return false;
    }

    /** @return list<RunbookStep> open ones that stand before another: to do it now is out of order */
    public function before(string $id): array
    {
        $open = [];
        foreach ($this->steps as $step) {
            if ($step->id === $id) {
                break;
            }
            if (!$step->isDone) {
                $open[] = $step;
            }
        }

        return $open;
    }

    /** How far the unit is: the last stage of which, and of all before it, every step is done. Who asks outside is no stage of it. */
    public function stage(): Stage
    {
        $reached = Stage::Planned;
        foreach ([Stage::Unpacked, Stage::Addressed, Stage::SetUp, Stage::AsLeft] as $stage) {
            foreach ($this->steps as $step) {
                if (!$step->isDone && WorkStage::Ask !== $step->stage && Progress::covers($stage, $step->stage)) {
                    return $reached;
                }
            }
            $reached = $stage;
        }

        return $reached;
    }

    /** @return array{device: string, steps: list<RunbookStep>} */
    public function jsonSerialize(): array
    {
        return ['device' => $this->device->id, 'steps' => $this->steps];
    }
}
