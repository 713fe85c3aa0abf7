<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Psr\Clock\ClockInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\BenchTimer;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Timers\TimerView;
use Vorhut\App\Web\Words;
use Vorhut\Core\Batch\Batch;
use Vorhut\Core\Batch\BatchCell;
use Vorhut\Core\Batch\BatchNext;
use Vorhut\Core\Batch\CellState;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Stage;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\Blocker;
use Vorhut\Core\Runbook\Runbook;
use Vorhut\Core\Runbook\RunbookStep;

/** Shows several units beside each other: a row each, a column for each step. */
final readonly class BatchPage
{
    public const MAX = 60;

    public function __construct(
        private BenchState $state,
        private Security $security,
        private UrlGeneratorInterface $urls,
        private ClockInterface $clock,
    ) {}

    /**
     * @param string $of "kind:" or "place:" with an id; '' for the kind with the most open units
     * @param string $wanted the step that is chosen; '' for the best one
     */
    public function show(JobContext $context, string $of, string $wanted): BatchView
    {
        $of = '' === $of ? $this->usual($context) : $of;
        $units = $this->units($context, $of);
        $runbooks = $this->state->runbooks($context, $units);
        $waits = $this->state->waits($context);
        $batch = new Batch($context->job, $runbooks, $this->state->running($context));
        $next = self::next($batch, $wanted);
        $rows = array_map(
            fn (Runbook $r): BatchRowView => $this->row(
                context: $context,
                batch: $batch,
                next: $next,
                runbook: $r,
                wait: $waits[$r->device->id] ?? null,
            ),
            $runbooks,
        );
        $done = \count(array_filter($runbooks, static fn (Runbook $r): bool => null === $r->next()));

        return new BatchView(
            summary: \sprintf('%s, %d as far as possible now', Words::count(\count($units), 'device'), $done),
            title: null === $next ? 'No step can be done now' : \sprintf(
                '%s: %s',
                self::titled($next->steps),
                self::named($next->units),
            ),
            detail: null === $next ? self::why($runbooks) : self::detail($next->steps),
            choices: $this->choices($context, $of),
            columns: $this->columns(context: $context, batch: $batch, runbooks: $runbooks, of: $of, chosen: $next?->steps[0]->id),
            rows: $rows,
            of: $of,
            steps: implode(' ', array_column($next->steps ?? [], 'id')),
            taken: \count($next->units ?? []),
            recordUrl: $this->security->isGranted('ROLE_TECHNICIAN') ? $this->url($context, 'batch_record') : null,
            version: $context->revision,
            chooseUrl: $this->url($context, 'batch'),
            others: BenchLinks::links($this->urls, $context, 'batch'),
            hasReads: [] !== array_filter($next->steps ?? [], static fn (RunbookStep $s): bool => $s->isRead()),
        );
    }

    /** @return list<Device> those that are open first, in the order of the plan */
    public function units(JobContext $context, string $of): array
    {
        [$sort, $id] = [...explode(':', $of, 2), ''];
        $isMeant = static fn (Device $d): bool => match ($sort) {
            'place' => \in_array($id, array_column($context->job->placesOf($d->location), 'id'), true),
            default => $d->profile === $id,
        };
        $units = array_values(array_filter($context->job->devices, $isMeant));
        usort($units, static fn (Device $a, Device $b): int => self::isDone($a) <=> self::isDone($b));

        return \array_slice($units, 0, self::MAX);
    }

    private static function isDone(Device $device): bool
    {
        return Stage::AsLeft === $device->stage;
    }

    private function usual(JobContext $context): string
    {
        $counts = [];
        foreach ($context->job->devices as $device) {
            $counts[$device->profile] = ($counts[$device->profile] ?? 0) + ($device->stage->isFactoryState() ? 100 : 1);
        }
        arsort($counts);

        return 'kind:'.array_key_first($counts);
    }

    private static function next(Batch $batch, string $wanted): ?BatchNext
    {
        $units = '' === $wanted ? [] : $batch->readyFor($wanted);

        return [] === $units ? $batch->next() : new BatchNext([$batch->cells[$units[0]->id][$wanted]->step], $units);
    }

    private function row(JobContext $context, Batch $batch, ?BatchNext $next, Runbook $runbook, ?BenchTimer $wait): BatchRowView
    {
        $device = $runbook->device;
        $isTaken = null !== $next && \in_array($device, $next->units, true);
        $cells = [];
        foreach (array_keys($batch->columns) as $id) {
            $cell = $batch->cells[$device->id][$id] ?? null;
            $url = $this->url($context, 'bench_device', ['id' => $device->id, 'step' => (string) $id]);
            $cells[] = null === $cell
                ? new BatchCellView(state: '', said: '', url: '', isNext: false, ends: 0, clock: '')
                : $this->cell($cell, $url, $isTaken && $next->has($cell->step->id), $wait);
        }
        $address = (string) $context->job->profileOf($device)->factory->address?->address;
        $holder = $batch->holders[$address] ?? null;
        $states = array_map(static fn (BatchCell $c): CellState => $c->state, $batch->cells[$device->id]);

        return new BatchRowView(
            id: $device->id,
            name: $device->name,
            url: $this->url($context, 'bench_device', ['id' => $device->id]),
            note: match (true) {
                null === $holder => '',
                $holder->id === $device->id => 'has '.$address,
                \in_array(CellState::Queued, $states, true) => 'is blocked by '.$address,
                default => '',
            },
            cells: $cells,
            mayTake: null !== $next && CellState::Ready === ($batch->cells[$device->id][$next->steps[0]->id] ?? null)?->state,
            isTaken: $isTaken,
        );
    }

    private function cell(BatchCell $cell, string $url, bool $isNext, ?BenchTimer $wait): BatchCellView
    {
        $isRunning = CellState::Running === $cell->state && null !== $wait;
        $said = CellState::Blocked === $cell->state
            ? implode(' ', array_map(static fn (Blocker $b): string => $b->text, $cell->step->blockedBy))
            : $cell->state->label();

        return new BatchCellView(
            state: $cell->state->value,
            said: \sprintf('%s: %s', $cell->step->title, $said),
            url: $url,
            isNext: $isNext,
            ends: $isRunning ? TimerView::ends($wait) : 0,
            clock: $isRunning ? TimerView::clock(TimerView::left($wait, $this->clock->now())) : '',
        );
    }

    /**
     * @param list<Runbook> $runbooks
     *
     * @return list<array{number: int, title: string, stage: string, url: string, isIt: bool, left: string}>
     */
    private function columns(JobContext $context, Batch $batch, array $runbooks, string $of, ?string $chosen): array
    {
        $columns = [];
        foreach ($batch->columns as $id => $title) {
            $step = self::first($runbooks, (string) $id);
            $open = array_filter($batch->cells, static fn (array $of): bool => isset($of[$id]) && !$of[$id]->step->isDone);
            $columns[] = [
                'number' => \count($columns) + 1,
                'title' => $title,
                'stage' => ($step->stage ?? WorkStage::Role)->label(),
                'url' => $this->url($context, 'batch', ['of' => $of, 'step' => (string) $id]),
                'isIt' => (string) $id === $chosen,
                'left' => [] === $open ? 'done' : \sprintf('%d to do', \count($open)),
            ];
        }

        return $columns;
    }

    /** @param list<Runbook> $runbooks */
    private static function first(array $runbooks, string $id): ?RunbookStep
    {
        foreach ($runbooks as $runbook) {
            if (null !== $runbook->step($id)) {
                return $runbook->step($id);
            }
        }

        return null;
    }

    /** @param non-empty-list<Device> $units */
    private static function named(array $units): string
    {
        return 1 === \count($units) ? $units[0]->name : \sprintf('%d devices at once', \count($units));
    }

    /** @param non-empty-list<RunbookStep> $steps */
    private static function titled(array $steps): string
    {
        $last = $steps[\count($steps) - 1];

        return 1 === \count($steps) ? $last->title : \sprintf('%s to %s', $steps[0]->title, $last->title);
    }

    /** @param non-empty-list<RunbookStep> $steps */
    private static function detail(array $steps): string
    {
        $step = $steps[0];
        if (\count($steps) > 1) {
            return \sprintf('%d steps in sequence, as on the previous device.', \count($steps));
        }

        return '' === $step->why ? $step->do[0] ?? 'According to its runbook.' : $step->why;
    }

    /** @param list<Runbook> $runbooks */
    private static function why(array $runbooks): string
    {
        foreach ($runbooks as $runbook) {
            foreach ($runbook->steps as $step) {
                foreach ($step->blockedBy as $blocker) {
                    return \sprintf('%s: %s', $runbook->device->name, $blocker->text);
                }
            }
        }

        return [] === $runbooks ? 'Choose a device type or a location.' : 'Every step is done.';
    }

    /** @return list<array{group: string, options: list<array{value: string, text: string, isIt: bool}>}> */
    private function choices(JobContext $context, string $of): array
    {
        $kinds = $places = [];
        foreach ($context->job->devices as $device) {
            $kinds[$device->profile] = ($kinds[$device->profile] ?? 0) + 1;
            foreach ($context->job->placesOf($device->location) as $place) {
                $places[$place->id] = ($places[$place->id] ?? 0) + 1;
            }
        }
        $option = static fn (string $value, string $name, int $count): array => [
            'value' => $value,
            'text' => \sprintf('%s (%d)', $name, $count),
            'isIt' => $value === $of,
        ];
        $ofKinds = $ofPlaces = [];
        foreach ($kinds as $id => $count) {
            $ofKinds[] = $option('kind:'.$id, $context->job->profiles->get((string) $id)->plural, $count);
        }
        foreach ($places as $id => $count) {
            $ofPlaces[] = $option('place:'.$id, $context->job->locations[$id]->name, $count);
        }

        return [['group' => 'Device types', 'options' => $ofKinds], ['group' => 'Locations', 'options' => $ofPlaces]];
    }

    /** @param array<string, string> $more */
    private function url(JobContext $context, string $route, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
