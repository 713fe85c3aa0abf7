<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook;

use Vorhut\Core\Bench\FirstContactPlanner;
use Vorhut\Core\Bench\LaptopInterface;
use Vorhut\Core\Constraint\ConstraintChecks;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Licence\Licences;
use Vorhut\Core\Profile\Step\ProfileStep;
use Vorhut\Core\Runbook\General\GeneralStep;
use Vorhut\Core\Setting\Settings;

/** The ordered steps for every unit of a plan, made from its kind, the plan and how far it is. */
final class Runbooks
{
    /** In the order of work. */
    private const GENERAL = [
        General\AskStep::class,
        General\UnpackStep::class,
        General\MountStep::class,
        General\PowerStep::class,
        General\ContactStep::class,
        General\SecureStep::class,
        General\AddressStep::class,
        General\LaptopBackStep::class,
        General\UpkeepStep::class,
        General\RoleStep::class,
        General\PairStep::class,
        General\ProveStep::class,
        General\HandOverStep::class,
    ];

    /** @var list<GeneralStep>|null */
    private static ?array $general = null;

    private readonly ConstraintChecks $pairings;

    private readonly Licences $licences;

    private readonly FirstContactPlanner $planner;

    /** @param list<LaptopInterface> $laptop */
    public function __construct(private readonly Settings $settings, array $laptop = [])
    {
        $this->planner = new FirstContactPlanner($settings->job, $laptop);
        $this->pairings = new ConstraintChecks($settings);
        $this->licences = new Licences($settings->job, $settings->couplings, $settings->facts);
    }

    /**
     * @param Progress|null $progress null: as the unit's stage says
     * @param list<string>|null $added what the laptop was given for this unit; null: what it would be given now
     */
    public function runbook(Device $device, ?Progress $progress = null, ?array $added = null): Runbook
    {
        $progress ??= Progress::fromDevice($device);
        $profile = $this->settings->job->profileOf($device);
        $own = array_values(array_filter($profile->steps, fn (ProfileStep $s): bool => $this->settings->holds($device, $s->when)));
        $context = new RunbookContext(
            device: $device,
            settings: $this->settings,
            pairings: $this->pairings,
            licences: $this->licences,
            steps: $own,
            planner: $this->planner,
            added: $added,
        );
        $steps = [];
        foreach (self::general() as $general) {
            $step = $general->step($context);
            if (null !== $step && !\in_array($step->id, $profile->omits, true)) {
                $steps[$step->id] = $step;
            }
        }
        foreach ($own as $of) {
            $steps[$of->id] = OwnStep::step($of, $context, $steps[$of->id] ?? null);
        }

        return new Runbook($device, $this->finished(self::inOrder($steps), $context, $own, $progress));
    }

    /** @return list<GeneralStep> in the order of work */
    private static function general(): array
    {
        return self::$general ??= array_map(static fn (string $class): GeneralStep => new $class(), self::GENERAL);
    }

    /**
     * By stage; within one the general step first, then those of the kind as they stand there.
     *
     * @param array<string, RunbookStep> $steps
     *
     * @return list<RunbookStep>
     */
    private static function inOrder(array $steps): array
    {
        $steps = array_values($steps);
        usort($steps, static fn (RunbookStep $a, RunbookStep $b): int => $a->stage->rank() <=> $b->stage->rank());

        return $steps;
    }

    /**
     * @param list<RunbookStep> $steps
     * @param list<ProfileStep> $own
     *
     * @return list<RunbookStep>
     */
    private function finished(array $steps, RunbookContext $context, array $own, Progress $progress): array
    {
        $done = $titles = $needs = [];
        foreach ($steps as $step) {
            $done[$step->id] = $progress->isDone($step->id, $step->stage) || null !== $progress->skipped($step->id);
            $titles[$step->id] = $step->title;
        }
        foreach ($own as $of) {
            $needs[$of->id] = $of->needs;
        }
        $blockers = new Blockers($context);
        $finished = [];
        foreach ($steps as $step) {
            $blockedBy = $done[$step->id] ? [] : [
                ...$blockers->ofValues($step),
                ...$blockers->ofSteps($step, $done, $titles),
                ...$blockers->ofNeeds($needs[$step->id] ?? []),
            ];
            $finished[] = $step->with(['blockedBy' => $blockedBy, 'isDone' => $done[$step->id]]);
        }

        return $finished;
    }
}
