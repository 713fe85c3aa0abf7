<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Symfony\Component\HttpFoundation\InputBag;
use Vorhut\App\Entity\User;
use Vorhut\App\Plan\Effect\Effect;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\Sentence;
use Vorhut\Core\Batch\StepNumbers;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Runbook\Runbook;

/** Records what somebody wrote on paper, as if they had stood at the screen: compared with the plan, in order or with a reason. */
final readonly class KeyedPaper
{
    public function __construct(private StepRecorder $recorder) {}

    /**
     * @param list<Runbook> $runbooks
     * @param array<array-key, array{done: string, reason: string, read: array<array-key, string>}> $written by unit
     * @param User $by who did it
     *
     * @return array{ChangeSet, list<Effect>, list<string>, array<array-key, string>} the change, units taken, why not by unit
     */
    public function record(JobContext $context, array $runbooks, array $written, User $by, \DateTimeImmutable $at): array
    {
        $all = $taken = $refused = [];
        foreach ($runbooks as $runbook) {
            $unit = $written[$runbook->device->id] ?? null;
            if (null === $unit || '' === trim($unit['done'])) {
                continue;
            }
            try {
                $done = $this->steps($context, $runbook, $unit);
            } catch (InvalidValue $e) {
                $refused[$runbook->device->id] = Sentence::ofValue($e);
                continue;
            }
            if ([] !== $done) {
                $all[$runbook->device->id] = $done;
                $taken[] = $runbook->device->name;
            }
        }
        [$changes, $effects] = $this->recorder->changes($context, $all, $by, $at);
        $edits = array_merge(...array_column($changes, 'edits'));
        $names = implode(', ', \array_slice($taken, 0, 3)).(\count($taken) > 3 ? \sprintf(' and %d more', \count($taken) - 3) : '');

        $title = \sprintf('Paper records for %s: %s', $by->getDisplayName(), $names);

        return [new ChangeSet($title, $edits), $effects, $taken, $refused];
    }

    /**
     * @param array{done: string, reason: string, read: array<array-key, string>} $unit
     *
     * @return list<array{\Vorhut\Core\Runbook\RunbookStep, StepRecorded}>
     *
     * @throws InvalidValue
     */
    private function steps(JobContext $context, Runbook $runbook, array $unit): array
    {
        $done = $with = [];
        foreach (StepNumbers::parse($unit['done'], \count($runbook->steps)) as $number) {
            $step = $runbook->steps[$number - 1];
            if ($step->isDone) {
                continue;
            }
            $read = [];
            foreach ($unit['read'] as $key => $text) {
                [$of, $at] = [...explode('.', (string) $key), '', ''];
                if ((int) $of === $number) {
                    $read[(int) $at] = $text;
                }
            }
            /** @var InputBag<bool|float|int|string> $form */
            $form = new InputBag(['reason' => $unit['reason'], 'read' => $read, 'later' => true]);
            $done[] = [$step, $this->recorder->read(context: $context, runbook: $runbook, step: $step, form: $form, with: $with)];
            $with[] = $step->id;
        }

        return $done;
    }
}
