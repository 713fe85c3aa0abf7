<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\InputBag;
use Vorhut\App\Entity\User;
use Vorhut\App\Plan\Effect\BenchStepDone;
use Vorhut\App\Plan\Effect\Effect;
use Vorhut\App\Plan\Effect\SecretsTyped;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Vault\Vault;
use Vorhut\Core\Bench\FirstContactPlanner;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\PasswordState;
use Vorhut\Core\Job\Stage;
use Vorhut\Core\Profile\Setting\Allowed;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\Blocker;
use Vorhut\Core\Runbook\General\ContactStep;
use Vorhut\Core\Runbook\ReadBack;
use Vorhut\Core\Runbook\RecordedValue;
use Vorhut\Core\Runbook\Runbook;
use Vorhut\Core\Runbook\Runbooks;
use Vorhut\Core\Runbook\RunbookStep;
use Vorhut\Core\Setting\Settings;

/** Records a step at the bench: compares what was read, asks for reasons, and moves the unit on. */
final readonly class StepRecorder
{
    /** The step after which the password that everybody knows is gone. */
    private const SECURE = 'secure';

    public function __construct(
        private BenchRecords $records,
        private Laptops $laptops,
        private Vault $vault,
        private ClockInterface $clock,
    ) {}

    /**
     * @param InputBag<bool|float|int|string> $form
     * @param list<string> $with steps that are recorded in the same go
     *
     * @throws InvalidValue when what was read differs from the plan, or a reason is missing
     */
    public function read(JobContext $context, Runbook $runbook, RunbookStep $step, InputBag $form, array $with = []): StepRecorded
    {
        $reason = trim($form->getString('reason'));
        if ($form->getBoolean('reopen')) {
            return new StepRecorded($step->id, false);
        }
        if ($form->getBoolean('skip')) {
            if ('' === $reason) {
                throw new InvalidValue(
                    given: '',
                    allowed: 'a reason in a few words',
                    advice: 'The next technician must know why it was skipped.',
                );
            }

            return new StepRecorded($step->id, true, true, $reason);
        }
        $unread = match (true) {
            '' !== $reason => $reason,
            $form->getBoolean('later') => RecordedValue::LATER,
            default => null,
        };
        $kept = (new ReadBack(new Settings($context->job)))->recorded(
            device: $runbook->device,
            step: $step,
            read: self::texts($form),
            anyway: '' !== $reason,
            unread: $unread,
        );
        if ('' === $reason) {
            self::requireOrder($runbook, $step, $with);
            self::requireAnswers($step);
            $this->requireSecrets($context, $step);
        }

        return new StepRecorded($step->id, true, reason: $reason, kept: $kept, planned: self::planned($step));
    }

    /** What the laptop is given now is what is to be taken from it again at the end. */
    public function withLaptop(JobContext $context, Device $device, StepRecorded $of, User $user): StepRecorded
    {
        if (ContactStep::ID !== $of->step || !$of->isDone) {
            return $of;
        }
        $laptop = $this->laptops->laptop($context->stored, $user);
        $added = (new FirstContactPlanner($context->job, $laptop->ports))->plan($device)->added;
        $note = [] === $added ? 'nothing added' : 'added '.implode(' ', $added);

        return new StepRecorded(
            step: $of->step,
            isDone: true,
            isSkipped: $of->isSkipped,
            reason: $of->reason,
            note: $note,
            kept: $of->kept,
            planned: $of->planned,
        );
    }

    /** @return array{ChangeSet, list<Effect>} */
    public function change(JobContext $context, Device $device, RunbookStep $step, StepRecorded $of, User $user): array
    {
        [$changes, $effects] = $this->changes($context, [$device->id => [[$step, $of]]], $user);

        return [$changes[$device->id], $effects];
    }

    /**
     * The same of several steps that were recorded in one go, on one unit or many.
     *
     * @param array<array-key, non-empty-list<array{RunbookStep, StepRecorded}>> $done by unit
     * @param \DateTimeImmutable|null $at when they were done; null: now
     *
     * @return array{array<array-key, ChangeSet>, list<Effect>} changes by unit
     */
    public function changes(JobContext $context, array $done, User $user, ?\DateTimeImmutable $at = null): array
    {
        $ids = array_map(strval(...), array_keys($done));
        $records = $this->records->ofMany($context->stored, $ids);
        $rows = $this->records->rows($context->stored, $ids);
        $runbooks = new Runbooks(new Settings($context->job));
        $changes = $effects = [];
        foreach ($done as $id => $all) {
            $device = $context->job->devices[$id];
            $made = [];
            foreach ($all as [$step, $of]) {
                $made[$of->step] = $this->records->new($rows[$id], $of, $user, $at);
                $effects[] = BenchStepDone::new($made[$of->step]);
                array_push($effects, ...$this->typed($step, $of));
            }
            $runbook = $runbooks->runbook($device, BenchRecords::progress($device, $made + ($records[$id] ?? [])));
            $changes[$id] = $this->changeOf($context, $device, $all, $runbook->stage());
        }

        return [$changes, $effects];
    }

    /** @param non-empty-list<array{RunbookStep, StepRecorded}> $all */
    private function changeOf(JobContext $context, Device $device, array $all, Stage $reached): ChangeSet
    {
        $values = $said = [];
        foreach ($all as [$step, $of]) {
            $values += $this->password($context, $device, $of);
            $said[] = self::said($step, $of);
        }
        [, $last] = $all[\count($all) - 1];
        $stage = self::stage($device->stage, $reached, $last->isDone);
        if ($stage !== $device->stage) {
            $values = ['stage' => $stage->value] + $values;
        }
        /** @var list<Edit> $edits */
        $edits = [] === $values ? [] : [$context->job->edit(Device::class, $device->id, $values)];

        return new ChangeSet(\sprintf('%s: %s', $device->name, implode(', ', $said)), $edits);
    }

    /** @return array<string, string> values by setting, so that it shows when the plan changes; secrets show that elsewhere */
    private static function planned(RunbookStep $step): array
    {
        $planned = [];
        foreach (WorkStage::Ask === $step->stage ? [] : $step->values as $value) {
            $planned += '' === $value->setting || $value->isSecret ? [] : [$value->setting => $value->typed];
        }

        return $planned;
    }

    private static function said(RunbookStep $step, StepRecorded $of): string
    {
        return match (true) {
            !$of->isDone => 'took back: '.$step->title,
            $of->isSkipped => 'skipped: '.$step->title,
            default => $step->title,
        };
    }

    /** @return array<string, string|null> that what everybody knows is gone, where it was and is */
    private function password(JobContext $context, Device $device, StepRecorded $of): array
    {
        $isIt = self::SECURE === $of->step && !$of->isSkipped && true === $context->job->profileOf($device)->loginScheme()?->isKnown();

        return $isIt ? ['password' => $of->isDone ? PasswordState::Changed->value : null] : [];
    }

    /** @return list<SecretsTyped> that the unit has what is typed at the step */
    private function typed(RunbookStep $step, StepRecorded $of): array
    {
        $secrets = $of->isSkipped ? [] : self::secrets($step);

        return [] === $secrets ? [] : [new SecretsTyped($secrets, $of->isDone ? $this->clock->now()->getTimestamp() : 0)];
    }

    /** @return list<string> names in the vault of what is typed at a step */
    private static function secrets(RunbookStep $step): array
    {
        $names = [];
        foreach ($step->values as $value) {
            if ($value->isSecret && str_starts_with($value->typed, Allowed::SECRET)) {
                $names[] = substr($value->typed, \strlen(Allowed::SECRET));
            }
        }

        return $names;
    }

    /** @throws InvalidValue while a value from outside is not set */
    private static function requireAnswers(RunbookStep $step): void
    {
        $open = WorkStage::Ask === $step->stage ? $step->openValues() : [];
        if ([] !== $open) {
            $allowed = 'answers that are missing: '.implode(', ', \array_slice($open, 0, 4));
            throw new InvalidValue('', $allowed, 'Enter it in the plan first, or give the reason for going on without it.');
        }
    }

    /** @throws InvalidValue for a step at which something is typed that the vault does not hold */
    private function requireSecrets(JobContext $context, RunbookStep $step): void
    {
        $names = self::secrets($step);
        $missing = [] === $names ? [] : array_diff($names, array_keys($this->vault->secretsOf($context->stored)));
        if ([] !== $missing) {
            throw new InvalidValue(
                given: '',
                allowed: 'a secret that is in the vault',
                advice: 'Generate it first, or give the reason for going on without it.',
            );
        }
    }

    /** Done moves a unit on only, taking back puts it back only. */
    private static function stage(Stage $now, Stage $reached, bool $isDone): Stage
    {
        return $isDone === $reached->isBeyond($now) ? $reached : $now;
    }

    /**
     * @param list<string> $with
     *
     * @throws InvalidValue for a step that waits for something, or has open ones before it
     */
    private static function requireOrder(Runbook $runbook, RunbookStep $step, array $with): void
    {
        $isOther = static fn (RunbookStep $s): bool => !\in_array($s->id, $with, true);
        $before = \array_slice(array_values(array_filter($runbook->before($step->id), $isOther)), 0, 3);
        $blockers = array_filter($step->blockedBy, static fn (Blocker $b): bool => 'step' !== $b->kind || !\in_array($b->id, $with, true));
        $waits = [
            ...array_map(static fn (Blocker $b): string => rtrim($b->text, '.'), array_values($blockers)),
            ...array_map(static fn (RunbookStep $s): string => 'first: '.$s->title, $before),
        ];
        if ([] !== $waits) {
            throw new InvalidValue(implode('; ', $waits), 'the order of the runbook', 'Do that first, or give the reason.');
        }
    }

    /**
     * @param InputBag<bool|float|int|string> $form
     *
     * @return array<int, string>
     */
    public static function texts(InputBag $form): array
    {
        $texts = [];
        $read = $form->all()['read'] ?? [];
        foreach (\is_array($read) ? $read : [] as $at => $text) {
            $texts[(int) $at] = \is_string($text) ? $text : '';
        }

        return $texts;
    }
}
