<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Symfony\Component\HttpFoundation\InputBag;
use Vorhut\App\Entity\User;
use Vorhut\App\Jobs\Effect\Effect;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Runbook\Runbook;
use Vorhut\Core\Runbook\RunbookStep;

/** Records one step on several units at once; who is not ready for it is left and said. */
final readonly class BatchRecorder
{
    public function __construct(private StepRecorder $recorder)
    {
    }

    /**
     * @param list<Runbook> $runbooks of the units it is done on
     *
     * @return array{ChangeSet, list<Effect>, array<string, RunbookStep>, list<string>} what changes, by unit the step, and why not
     */
    public function record(JobInHand $hand, array $runbooks, string $id, User $user): array
    {
        $edits = $effects = $steps = $refused = [];
        /** @var InputBag<bool|float|int|string> $form */
        $form = new InputBag();
        foreach ($runbooks as $runbook) {
            $step = $runbook->step($id);
            if (null === $step || $step->isDone) {
                continue;
            }
            try {
                $recorded = $this->recorder->read($hand, $runbook, $step, $form);
            } catch (InvalidValue $e) {
                $refused[] = \sprintf('%s: expected is %s. %s', $runbook->device->name, $e->allowed, $e->advice);
                continue;
            }
            $recorded = $this->recorder->withLaptop($hand, $runbook->device, $recorded, $user);
            [$change, $more] = $this->recorder->change($hand, $runbook->device, $step, $recorded, $user);
            array_push($edits, ...$change->edits);
            array_push($effects, ...$more);
            $steps[$runbook->device->id] = $step;
        }

        return [new ChangeSet(self::title($hand, $steps), $edits), $effects, $steps, $refused];
    }

    /** @param array<array-key, RunbookStep> $steps */
    private static function title(JobInHand $hand, array $steps): string
    {
        $first = reset($steps);
        if (false === $first) {
            return 'Nothing was done';
        }
        $unit = (string) array_key_first($steps);
        $more = \count($steps) - 1;

        return \sprintf('%s%s: %s', $hand->job->nameOf($unit), 0 === $more ? '' : \sprintf(' and %d more', $more), $first->title);
    }
}
