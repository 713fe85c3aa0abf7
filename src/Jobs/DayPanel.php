<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Psr\Clock\ClockInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Ask\AskSheets;
use Vorhut\App\Bench\DayPlan;
use Vorhut\App\Bench\NextWork;
use Vorhut\App\Entity\Change;
use Vorhut\App\Entity\User;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\LastVisits;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\Words;
use Vorhut\Core\Profile\Setting\OutsideSource;
use Vorhut\Core\Runbook\Blocker;
use Vorhut\Core\Schedule\Agenda;
use Vorhut\Core\Schedule\LeftOut;
use Vorhut\Core\Schedule\Schedule;
use Vorhut\Core\Schedule\Task;
use Vorhut\Core\Setting\Settings;

/** Shows the start of the day. */
final readonly class DayPanel
{
    private const MAX_NOW = 6;
    private const MAX_SINCE = 6;
    private const SHORT = 120;

    public function __construct(
        private DayPlan $plan,
        private NextWork $nextWork,
        private AskSheets $asks,
        private LastVisits $looks,
        private Security $security,
        private UrlGeneratorInterface $urls,
        private ClockInterface $clock,
    ) {}

    public function show(JobContext $context): DayView
    {
        $units = $this->plan->units($context);
        $agenda = \count($units) > DayPlan::MAX ? new Agenda([], []) : $this->plan->agenda($context, $units);
        $schedule = $this->plan->schedule($context, $agenda);
        $first = $this->nextWork->first($context, $schedule);
        $now = self::inOrder($schedule, $first, self::ready($agenda));
        [$left, $time, $share] = $this->hours($context, $schedule);
        [$since, $sinceTitle] = $this->since($context);
        $waits = $this->waits($context, $agenda);
        $rest = \count($now) - self::MAX_NOW;

        return new DayView(
            next: $this->next($context, $first, \count($now), $waits),
            now: array_map(fn (Task $t): array => [
                'unit' => $context->job->devices[$t->unit]->name,
                'step' => $t->title,
                'url' => $this->url($context, 'bench_device', ['id' => $t->unit, 'step' => $t->step]),
            ], \array_slice($now, 0, self::MAX_NOW)),
            more: $rest > 0 ? \sprintf('and %d more', $rest) : '',
            waits: $waits,
            left: $left,
            time: $time,
            share: $share,
            since: $since,
            sinceTitle: $sinceTitle,
            schedule: new Link('Schedule', $this->url($context, 'schedule'), 'c'),
            batch: new Link('Batch', $this->url($context, 'batch'), 'm'),
        );
    }

    /** @return list<Task> the first open step of each unit that waits for no other one */
    private static function ready(Agenda $agenda): array
    {
        $ready = [];
        foreach ($agenda->units as $unit) {
            $task = $agenda->tasks[$unit->tasks[0]];
            if (0 === $unit->ready && [] === $task->after) {
                $ready[] = $task;
            }
        }

        return $ready;
    }

    /**
     * @param list<Task> $ready
     *
     * @return list<Task> what is next first, then as the schedule begins them
     */
    private static function inOrder(Schedule $schedule, ?Task $first, array $ready): array
    {
        $starts = [];
        foreach ($schedule->slots as $slot) {
            $task = $schedule->task($slot);
            $starts[$task->unit.' '.$task->step] = $slot->start;
        }
        $rank = static fn (Task $t): int => $t->unit === $first?->unit ? -1 : $starts[$t->unit.' '.$t->step] ?? \PHP_INT_MAX;
        usort($ready, static fn (Task $a, Task $b): int => $rank($a) <=> $rank($b));

        return $ready;
    }

    /** @param list<array{who: string, count: int, what: string, link: Link}> $waits */
    private function next(JobContext $context, ?Task $first, int $ready, array $waits): ?Next
    {
        if (null !== $first && 0 < $ready) {
            return new Next(
                \sprintf('%s ready for work', Words::count($ready, 'device')),
                \sprintf('First on the schedule: %s, %s.', $context->job->devices[$first->unit]->name, $first->title),
                new Link('Open schedule', $this->url($context, 'schedule'), 't', main: true),
            );
        }
        $wait = $waits[0] ?? null;

        return null === $wait ? null : new Next(\sprintf('Work is blocked: %s', $wait['who']), $wait['what'].'.', $wait['link']);
    }

    /** @return array{string, string, int} */
    private function hours(JobContext $context, Schedule $schedule): array
    {
        $visit = $context->job->info->visit;
        $agenda = $schedule->agenda;
        $people = $schedule->with->technicians;
        $work = $schedule->bounds->work;
        $now = $this->clock->now()->setTimezone($context->stored->getTimezone());
        [$hour, $minute] = array_map(intval(...), explode(':', $visit->until));
        $seconds = $now->setTime($hour, $minute)->getTimestamp() - $now->getTimestamp();
        $isToday = $visit->on === $now->format('Y-m-d') && $seconds > 0;
        $time = match (true) {
            $isToday => \sprintf('%s until %s', Words::count($people, 'person', 'people'), $visit->until),
            null === $visit->on => 'the day on site is not set',
            default => 'on site '.LocalTime::date(new \DateTimeImmutable($visit->on, $now->getTimezone()), $now->getTimezone()),
        };
        $left = [] === $agenda->tasks ? 'no work ready' : Words::duration($work).' of work on '
            .Words::count(\count($agenda->units), 'device');

        return [$left, $time, $isToday ? (int) min(100, round(100 * $work / max(1, $people * $seconds))) : 0];
    }

    /** @return list<array{who: string, count: int, what: string, link: Link}> whoever holds up most first */
    private function waits(JobContext $context, Agenda $agenda): array
    {
        $settings = new Settings($context->job);
        $waits = [];
        foreach ($agenda->left as $left) {
            foreach ($left->step->blockedBy as $blocker) {
                if (!$blocker->isOurs()) {
                    [$who, $link] = $this->whose($context, $settings, $left, $blocker);
                    $waits[$who]['units'][$left->device->id] = $left->device->name;
                    $waits[$who]['link'] = $link;
                }
            }
        }
        $lines = [];
        foreach ($waits as $who => $wait) {
            $names = array_values($wait['units']);
            $some = implode(', ', \array_slice($names, 0, 3)).(\count($names) > 3 ? \sprintf(' and %d more', \count($names) - 3) : '');
            $lines[] = ['who' => ucfirst($who), 'count' => \count($names), 'what' => $some, 'link' => $wait['link']];
        }
        usort($lines, static fn (array $a, array $b): int => $b['count'] <=> $a['count']);

        return [...$lines, ...$this->unanswered($context, array_column($lines, 'who'))];
    }

    /** @return array{string, Link} */
    private function whose(JobContext $context, Settings $settings, LeftOut $left, Blocker $blocker): array
    {
        $setting = $settings->setting($left->device, $blocker->id);
        $isAddress = 'value' === $blocker->kind && \in_array(explode('.', $blocker->id)[0], ['address', 'mask', 'gateway'], true);
        $ask = $isAddress ? OutsideSource::Network : $setting?->ask;

        return match (true) {
            'licence' === $blocker->kind => [OutsideSource::LicenceDesk->label(), new Link('Dates', $this->url($context, 'dates'))],
            null !== $ask => [$ask->label(), new Link('Questions', $this->url($context, 'ask'))],
            'pairing' === $blocker->kind => [
                'Your team: paired device not planned',
                new Link('Pairings', $this->url($context, 'pairings')),
            ],
            default => ['Your team: value missing', new Link('Devices', $this->url($context, 'devices', ['sel' => $left->device->id]))],
        };
    }

    /**
     * Those who have not answered, beside the ones that hold up a step today.
     *
     * @param list<string> $named
     *
     * @return list<array{who: string, count: int, what: string, link: Link}>
     */
    private function unanswered(JobContext $context, array $named): array
    {
        $lines = [];
        foreach ($this->asks->sums($context) as $who => $sum) {
            $label = ucfirst(OutsideSource::from($who)->label());
            if ($sum['open'] > 0 && !\in_array($label, $named, true)) {
                $what = Words::count($sum['open'], 'open question');
                $lines[] = ['who' => $label, 'count' => 0, 'what' => $what, 'link' => new Link('Questions', $this->url($context, 'ask'))];
            }
        }

        return $lines;
    }

    /** @return array{list<array{title: string, detail: string, url: string}>, string} */
    private function since(JobContext $context): array
    {
        $user = $this->security->getUser();
        if (!$user instanceof User) {
            return [[], ''];
        }
        $since = $this->looks->look($context->stored, $user);
        if (null === $since) {
            return [[], 'This is your first visit'];
        }
        $zone = $context->stored->getTimezone();
        [$changes, $count] = $this->looks->since($context->stored, $user, $since, self::MAX_SINCE);
        $lines = array_map(fn (Change $c): array => [
            'title' => mb_strimwidth($c->getTitle(), 0, self::SHORT, '…'),
            'detail' => \sprintf('%s · %s', $c->getUser()?->getDisplayName() ?? 'somebody', LocalTime::short($c->getAt(), $zone)),
            'url' => $this->url($context, 'journal_entry', ['id' => (string) $c->getId()]),
        ], $changes);
        $title = 0 === $count ? 'No changes by others' : Words::count($count, 'change').' by others';

        return [$lines, \sprintf('%s since %s', $title, LocalTime::short($since, $zone))];
    }

    /** @param array<string, string> $more */
    private function url(JobContext $context, string $route, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
