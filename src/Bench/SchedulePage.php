<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Psr\Clock\ClockInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\User;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\Isolation;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Schedule\LeftOut;
use Vorhut\Core\Schedule\Resources;
use Vorhut\Core\Schedule\Schedule;
use Vorhut\Core\Schedule\TimeSlot;
use Vorhut\Core\Schedule\WaitReason;

/** Shows the order of work from now on, for so many people. */
final readonly class SchedulePage
{
    private const MAX_STEPS = 5;
    private const MAX_LEFT = 40;
    private const MAX_LINKS = 24;

    public function __construct(
        private DayPlan $plan,
        private BenchDay $day,
        private NextWork $nextWork,
        private Security $security,
        private UrlGeneratorInterface $urls,
        private ClockInterface $clock,
    ) {}

    public function show(JobContext $context, ?int $technicians, string $place, Zoom $zoom = Zoom::Day): ScheduleView
    {
        $units = $this->plan->units($context, $place);
        if (\count($units) > DayPlan::MAX) {
            return $this->tooMany($context, $units);
        }
        $agenda = $this->plan->agenda($context, $units);
        $schedule = $this->plan->schedule($context, $agenda, $technicians);
        $people = $this->people($context, $schedule);
        $zone = $context->stored->getTimezone();
        $url = fn (string $unit, string $step): string => $this->url($context, 'bench_device', ['id' => $unit, 'step' => $step]);
        $user = $this->security->getUser();
        $mayWork = $this->security->isGranted('ROLE_TECHNICIAN');

        return new ScheduleView(
            summary: $this->summary($context, $schedule),
            next: $this->next($context, $schedule, $people),
            others: BenchLinks::links($this->urls, $context, 'schedule'),
            counts: $this->counts($context, $schedule, $place),
            drawing: [] === $schedule->slots
                ? null
                : Isolation::run('The drawing of the schedule', fn (): ScheduleDrawing => ScheduleDrawing::fromSchedule(
                    schedule: $schedule,
                    job: $context->job,
                    names: array_column($people, 'name'),
                    now: $this->clock->now(),
                    zone: $zone,
                    url: $url,
                    zoom: $zoom,
                )),
            zooms: array_map(fn (Zoom $z): array => [
                'text' => $z->label(),
                'url' => $this->url($context, 'schedule', array_filter(
                    ['n' => (string) $technicians, 'place' => $place, 'zoom' => Zoom::Day === $z ? '' : $z->value],
                    static fn (string $value): bool => '' !== $value,
                )),
                'isIt' => $z === $zoom,
            ], Zoom::cases()),
            table: [] === $schedule->slots ? null : DayTable::fromSchedule(
                schedule: $schedule,
                job: $context->job,
                names: array_column($people, 'name'),
                now: $this->clock->now(),
                zone: $zone,
                url: $url,
            ),
            people: $people,
            chain: $this->chain($context, $schedule),
            left: array_map(static fn (LeftOut $l): array => [
                'unit' => $l->device->name,
                'step' => $l->step->title,
                'why' => $l->why,
                'url' => $url($l->device->id, $l->step->id),
            ], \array_slice(self::causes($agenda->left), 0, self::MAX_LEFT)),
            leftUnits: \count(array_unique(array_map(static fn (LeftOut $l): string => $l->device->id, $agenda->left))),
            late: $this->late($context, $mayWork),
            units: array_column($units, 'name', 'id'),
            lateUrl: $mayWork ? $this->url($context, 'schedule_late') : null,
            presence: $mayWork && $user instanceof User ? $this->hand($context, $user) : null,
            places: [],
        );
    }

    private function summary(JobContext $context, Schedule $schedule): string
    {
        if ([] === $schedule->slots) {
            return 'No work that can be done now';
        }
        $zone = $context->stored->getTimezone();

        return \sprintf(
            '%s on %s by %s, %s of work: %s, until %s. Shortest possible: %s.',
            Words::count(\count($schedule->slots), 'step'),
            Words::count(\count($schedule->agenda->units), 'device'),
            Words::count($schedule->with->technicians, 'person', 'people'),
            Words::duration($schedule->bounds->work),
            Words::duration($schedule->makespan),
            ScheduleDrawing::clock($this->clock->now(), $zone, $schedule->makespan),
            Words::duration($schedule->bounds->lowerBound()),
        );
    }

    /** @param list<array{name: string, isMe: bool, steps: list<array{at: string, unit: string, step: string, url: string}>}> $people */
    private function next(JobContext $context, Schedule $schedule, array $people): ?Next
    {
        $mine = array_values(array_filter($people, static fn (array $p): bool => $p['isMe']))[0] ?? $people[0] ?? null;
        $first = $this->nextWork->first($context, $schedule);
        if (null === $mine || null === $first) {
            return null;
        }
        $last = $this->ends($context);
        $spare = $last->getTimestamp() - $this->clock->now()->getTimestamp() - $schedule->makespan;
        $day = match (true) {
            !$this->isToday($context) => '',
            $spare >= 0 => \sprintf('%s to spare.', Words::duration($spare)),
            default => \sprintf('%s more than today allows.', Words::duration(-$spare)),
        };

        return new Next(
            \sprintf(
                '%s: %s, %s',
                $mine['isMe'] ? 'You now' : $mine['name'].' now',
                $context->job->devices[$first->unit]->name,
                $first->title,
            ),
            trim('Planned from what is done so far. '.$day),
            new Link('Start', $this->url($context, 'bench_device', ['id' => $first->unit, 'step' => $first->step]), 't', main: true),
        );
    }

    private function isToday(JobContext $context): bool
    {
        $zone = $context->stored->getTimezone();

        return $context->job->info->visit->on === $this->clock->now()->setTimezone($zone)->format('Y-m-d');
    }

    private function ends(JobContext $context): \DateTimeImmutable
    {
        $zone = $context->stored->getTimezone();
        [$hour, $minute] = array_map(intval(...), explode(':', $context->job->info->visit->until));

        return $this->clock->now()->setTimezone($zone)->setTime($hour, $minute);
    }

    /** @return list<array{name: string, isMe: bool, steps: list<array{at: string, unit: string, step: string, url: string}>}> */
    private function people(JobContext $context, Schedule $schedule): array
    {
        $here = $this->day->hands($context->stored);
        $people = [];
        for ($number = 1; $number <= $schedule->with->technicians; ++$number) {
            $user = $here[$number - 1] ?? null;
            $mine = array_filter($schedule->slots, static fn (TimeSlot $s): bool => \in_array($number, $s->technicians, true));
            $people[] = [
                'name' => null === $user ? \sprintf('Person %d', $number) : $user->getDisplayName(),
                'isMe' => null !== $user && $user === $this->security->getUser(),
                'steps' => array_map(
                    fn (TimeSlot $s): array => $this->step($context, $schedule, $s),
                    \array_slice(array_values($mine), 0, self::MAX_STEPS),
                ),
            ];
        }

        return $people;
    }

    /** @return array{at: string, unit: string, step: string, url: string} */
    private function step(JobContext $context, Schedule $schedule, TimeSlot $slot): array
    {
        $task = $schedule->task($slot);

        return [
            'at' => 0 === $slot->start ? 'now' : ScheduleDrawing::clock($this->clock->now(), $context->stored->getTimezone(), $slot->start),
            'unit' => $context->job->devices[$task->unit]->name,
            'step' => $task->title,
            'url' => $this->url($context, 'bench_device', ['id' => $task->unit, 'step' => $task->step]),
        ];
    }

    /**
     * What decides how long it takes, the steps of one unit together.
     *
     * @return list<array{at: string, unit: string, steps: string, because: string}>
     */
    private function chain(JobContext $context, Schedule $schedule): array
    {
        /** @var list<array{at: string, unit: string, steps: string, because: string}> $chain */
        $chain = [];
        $unit = null;
        foreach ($schedule->chain as $link) {
            $task = $schedule->task($link->slot);
            $wait = 0 === $task->wait ? '' : \sprintf(' (+ %s unattended)', Words::duration($task->wait));
            if ($task->unit === $unit && WaitReason::Unit === $link->because) {
                $last = array_pop($chain);
                $chain[] = [...$last, 'steps' => $last['steps'].', '.$task->title.$wait];
                continue;
            }
            $unit = $task->unit;
            $chain[] = [
                'at' => ScheduleDrawing::clock($this->clock->now(), $context->stored->getTimezone(), $link->slot->start),
                'unit' => $context->job->devices[$task->unit]->name,
                'steps' => $task->title.$wait,
                'because' => $link->because->label(),
            ];
        }

        return \array_slice($chain, 0, self::MAX_LINKS);
    }

    /**
     * Without what only waits for another step that is left out.
     *
     * @param list<LeftOut> $left
     *
     * @return list<LeftOut>
     */
    private static function causes(array $left): array
    {
        return array_values(array_filter($left, static fn (LeftOut $l): bool => !str_starts_with($l->why, 'Do first: ')));
    }

    /** @return list<array{text: string, url: string, isIt: bool}> */
    private function counts(JobContext $context, Schedule $schedule, string $place): array
    {
        $counts = [];
        for ($n = 1; $n <= Resources::MAX_TECHNICIANS; ++$n) {
            $of = ['n' => (string) $n] + ('' === $place ? [] : ['place' => $place]);
            $isIt = $n === $schedule->with->technicians;
            $counts[] = ['text' => Words::count($n, 'person', 'people'), 'url' => $this->url($context, 'schedule', $of), 'isIt' => $isIt];
        }

        return $counts;
    }

    /** @return list<array{unit: string, at: string, take: Post|null}> */
    private function late(JobContext $context, bool $mayWork): array
    {
        $late = [];
        foreach ($this->day->late($context->stored) as $unit => $until) {
            $post = new Post('Mark delivered', $this->url($context, 'schedule_late'), ['device' => (string) $unit], small: true);
            $late[] = [
                'unit' => $context->job->nameOf((string) $unit),
                'at' => LocalTime::clock($until, $context->stored->getTimezone()),
                'take' => $mayWork ? $post : null,
            ];
        }

        return $late;
    }

    private function hand(JobContext $context, User $user): Post
    {
        $isHere = \in_array($user, $this->day->hands($context->stored), true);

        return new Post($isHere ? 'I leave' : 'Check in', $this->url($context, 'schedule_hand'), ['here' => $isHere ? 0 : 1], 'h');
    }

    /** @param list<Device> $units */
    private function tooMany(JobContext $context, array $units): ScheduleView
    {
        $places = [];
        foreach ($context->job->locations as $place) {
            $places[] = new Link($place->name, $this->url($context, 'schedule', ['place' => $place->id]));
        }

        return new ScheduleView(
            summary: \sprintf('%d devices are too many for one schedule: plan them by location', \count($units)),
            next: null,
            others: BenchLinks::links($this->urls, $context, 'schedule'),
            counts: [],
            drawing: null,
            zooms: [],
            table: null,
            people: [],
            chain: [],
            left: [],
            leftUnits: 0,
            late: [],
            units: [],
            lateUrl: null,
            presence: null,
            places: \array_slice($places, 0, 100),
        );
    }

    /** @param array<string, string> $more */
    private function url(JobContext $context, string $route, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
