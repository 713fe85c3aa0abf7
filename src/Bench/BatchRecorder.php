<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Symfony\Component\HttpFoundation\InputBag;
use Vorhut\App\Entity\User;
use Vorhut\App\Plan\Effect\Effect;
use Vorhut\App\Plan\JobContext;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Runbook\Runbook;
use Vorhut\Core\Runbook\RunbookStep;

/** Records one step on several units at once; who is not ready for it is left and said. */
final readonly class BatchRecorder
{
    public function __construct(private StepRecorder $recorder) {}

    /**
     * @param list<Runbook> $runbooks of the units it is done on
     * @param list<string> $ids of steps, in order
     * @param bool $later whether what is to be read may be read later
     *
     * @return array{ChangeSet, list<Effect>, array<string, RunbookStep>, list<string>} what changes, by unit its last step, and why not
     */
    public function record(JobContext $context, array $runbooks, array $ids, User $user, bool $later = false): array
    {
        $all = $last = $refused = [];
        foreach ($runbooks as $runbook) {
            [$done, $why] = $this->read(context: $context, runbook: $runbook, ids: $ids, user: $user, later: $later);
            array_push($refused, ...$why);
            if ([] !== $done) {
                $all[$runbook->device->id] = $done;
                $last[$runbook->device->id] = $done[\count($done) - 1][0];
            }
        }
        [$changes, $effects] = $this->recorder->changes($context, $all, $user);
        $edits = array_merge(...array_column($changes, 'edits'));
        $more = \count($last) - 1;
        $title = (array_column($changes, 'title')[0] ?? 'Nothing').($more > 0 ? \sprintf(', and on %d more', $more) : '');

        return [new ChangeSet($title, $edits), $effects, $last, $refused];
    }

    /**
     * @param list<string> $ids
     *
     * @return array{list<array{RunbookStep, StepRecorded}>, list<string>}
     */
    private function read(JobContext $context, Runbook $runbook, array $ids, User $user, bool $later): array
    {
        /** @var InputBag<bool|float|int|string> $form */
        $form = new InputBag(['later' => $later]);
        $done = [];
        foreach ($ids as $id) {
            $step = $runbook->step($id);
            if (null === $step || $step->isDone) {
                continue;
            }
            try {
                $with = array_map(static fn (array $d): string => $d[0]->id, $done);
                $recorded = $this->recorder->read(context: $context, runbook: $runbook, step: $step, form: $form, with: $with);
            } catch (InvalidValue $e) {
                return [$done, [\sprintf('%s: expected is %s. %s', $runbook->device->name, $e->allowed, $e->advice)]];
            }
            $done[] = [$step, $this->recorder->withLaptop($context, $runbook->device, $recorded, $user)];
        }

        return [$done, []];
    }
}
