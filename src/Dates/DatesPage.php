<?php

declare(strict_types=1);

namespace Vorhut\App\Dates;

use Psr\Clock\ClockInterface;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\Words;
use Vorhut\Core\Dates\DateAhead;
use Vorhut\Core\Dates\DatesAhead;
use Vorhut\Core\Dates\FirmwareLine;
use Vorhut\Core\Dates\FirmwareLines;
use Vorhut\Core\Dates\LicenceLine;
use Vorhut\Core\Dates\LicenceLines;
use Vorhut\Core\Dates\TimeLine;
use Vorhut\Core\Dates\TimeLines;
use Vorhut\Core\Dates\Today;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Setting\Settings;

/** Shows what is due when, what to order, what runs out, which firmware is where, and whose clock is right. */
final readonly class DatesPage
{
    private const WIDTH = 740;
    private const LEFT = 20;
    private const ROW = 22;
    /** Between a mark and its text. */
    private const BESIDE = 20;
    private const TOP = 34;
    private const MAX_TICKS = 6;

    public function __construct(private UrlGeneratorInterface $urls, private ClockInterface $clock) {}

    public function today(JobContext $context): Today
    {
        return new Today($this->clock->now()->setTimezone($context->stored->getTimezone())->format('Y-m-d'));
    }

    public function show(JobContext $context): DatesView
    {
        $today = $this->today($context);
        $dates = DatesAhead::dates($context->job, $today);
        $licences = LicenceLines::lines($context->job, $today);
        $urgent = array_values(array_filter($licences, static fn (LicenceLine $l): bool => $l->isUrgent));
        [$from, $to] = self::span($dates);
        $x = static fn (int $days): float => self::LEFT + ($days - $from) / max(1, $to - $from) * (self::WIDTH - 2 * self::LEFT);

        return new DatesView(
            summary: \sprintf('%s, %s', Words::count(\count($dates), 'date', 'dates'), [] === $urgent
                ? 'no licence needs attention'
                : Words::count(\count($urgent), 'licence needs attention', 'licences need attention')),
            next: [] === $urgent ? null : $this->next($context, $urgent[0]),
            today: $x(0),
            height: self::TOP + \count($dates) * self::ROW + 12,
            marks: $this->marks($context, $dates, $x),
            ticks: $this->ticks($context, $from, $to, $x),
            dates: array_map(fn (DateAhead $d): array => [
                'title' => $d->title,
                'when' => $d->when(),
                'on' => $this->day($context, $d->on),
                'todo' => $d->todo,
                'tone' => $d->days < 0 ? 'quiet' : ($d->days <= 7 ? 'care' : ''),
            ], $dates),
            licences: array_map(fn (LicenceLine $l): array => $this->licence($context, $l), $licences),
            firmware: array_map(self::firmware(...), FirmwareLines::lines(new Settings($context->job))),
            time: array_map(static fn (TimeLine $l): array => [
                'segment' => $l->segment,
                'units' => $l->units,
                'zones' => implode(', ', $l->zones),
                'servers' => implode(', ', $l->servers),
                'said' => $l->said(),
                'tone' => [] === $l->servers ? 'care' : '',
            ], TimeLines::lines($context->job)),
            files: [
                new Link('Calendar file', $this->url($context, 'dates_calendar'), 'c'),
                new Link('Licences', $this->url($context, 'paper', ['name' => 'licences'])),
                new Link('Firmware', $this->url($context, 'paper', ['name' => 'firmware'])),
                new Link('Time', $this->url($context, 'paper', ['name' => 'time'])),
            ],
        );
    }

    private function next(JobContext $context, LicenceLine $line): Next
    {
        $url = null === $line->licence
            ? $this->url($context, 'records', ['list' => 'licences'])
            : $this->url($context, 'record', ['list' => 'licences', 'id' => $line->licence->id]);

        return new Next(
            \sprintf('%s, %s: %s', $line->name, $line->device->name, $line->state),
            $line->todo,
            new Link(null === $line->licence ? 'Add licence' : 'Update licence state', $url, 't', main: true),
        );
    }

    /**
     * @param list<DateAhead> $dates
     *
     * @return array{int, int} days from today, with room at both ends
     */
    private static function span(array $dates): array
    {
        $days = [0, ...array_map(static fn (DateAhead $d): int => $d->days, $dates)];

        return [max(-60, min($days)) - 1, min(400, max($days)) + 2];
    }

    /**
     * @param list<DateAhead> $dates
     * @param callable(int): float $x
     *
     * @return list<array{x: float, y: int, text: string, when: string, isOver: bool, anchor: string, room: float}>
     */
    private function marks(JobContext $context, array $dates, callable $x): array
    {
        $marks = [];
        foreach ($dates as $row => $date) {
            $at = $x(max(-60, min(400, $date->days)));
            $marks[] = [
                'x' => $at,
                'y' => self::TOP + $row * self::ROW,
                'text' => $date->title,
                'when' => \sprintf('%s, %s', $this->day($context, $date->on), $date->when()),
                'isOver' => $date->days < 0,
                'anchor' => $at > self::WIDTH / 2 ? 'end' : 'start',
                'room' => max($at, self::WIDTH - $at) - self::BESIDE,
            ];
        }

        return $marks;
    }

    /**
     * @param callable(int): float $x
     *
     * @return list<array{x: float, text: string}>
     */
    private function ticks(JobContext $context, int $from, int $to, callable $x): array
    {
        $ticks = [];
        $step = max(1, (int) ceil(($to - $from) / self::MAX_TICKS));
        $zone = $context->stored->getTimezone();
        for ($days = $from + 1; $days < $to; $days += $step) {
            $ticks[] = ['x' => $x($days), 'text' => LocalTime::date($this->clock->now()->modify(\sprintf('%+d days', $days)), $zone)];
        }

        return $ticks;
    }

    /** @return array<string, string> */
    private function licence(JobContext $context, LicenceLine $line): array
    {
        return [
            'unit' => $line->device->name,
            'url' => null === $line->licence
                ? $this->url($context, 'devices', ['sel' => $line->device->id])
                : $this->url($context, 'record', ['list' => 'licences', 'id' => $line->licence->id]),
            'name' => $line->name,
            'kind' => $line->kind,
            'tied' => $line->tiedTo,
            'until' => null === $line->licence?->until ? '' : $this->day($context, $line->licence->until),
            'state' => $line->state,
            'todo' => $line->todo,
            'tone' => $line->isUrgent ? 'care' : ('' === $line->todo ? 'through' : ''),
        ];
    }

    /** @return array{kind: string, wanted: string, found: string, state: string, tone: string, notes: list<string>} */
    private static function firmware(FirmwareLine $line): array
    {
        $found = [];
        foreach (array_diff_key($line->found, ['' => 1]) as $version => $units) {
            $names = array_map(static fn (Device $d): string => $d->name, $units);
            $found[] = \sprintf('%s on %s', $version, \count($names) > 3 ? Words::count(\count($names), 'device') : implode(', ', $names));
        }
        $unread = 0 === $line->unread() ? '' : \sprintf(', %d not read', $line->unread());

        return [
            'kind' => $line->kind,
            'wanted' => $line->wanted,
            'found' => implode(' · ', $found),
            'state' => ($line->isSame() ? 'same on all devices read' : 'differs').$unread,
            'tone' => $line->isSame() && [] === $line->notes ? (0 === $line->unread() ? 'through' : '') : 'care',
            'notes' => $line->notes,
        ];
    }

    private function day(JobContext $context, string $day): string
    {
        $zone = $context->stored->getTimezone();

        return LocalTime::date(new \DateTimeImmutable($day, $zone), $zone);
    }

    /** @param array<string, string> $more */
    private function url(JobContext $context, string $route, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
