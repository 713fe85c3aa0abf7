<?php

declare(strict_types=1);

namespace Vorhut\Core\Load;

use Vorhut\Core\Job\Cast;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Flow;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Job\SwitchLink;

/** What the streams of a plan put on every link and cable, each direction by itself. */
final class LoadPlan
{
    /** Per cent that stays free where nothing else is said. */
    private const HEADROOM = 30;
    private const FORTH = 'from-to';
    private const BACK = 'to-from';

    private readonly Wiring $wiring;
    private readonly FlowPaths $ways;
    private readonly FlowRates $rates;

    /** @var array<string, array<string, array<string, float>>> kbit/s by link, direction and flow */
    private array $loads = [];

    /** @var array<string, list<array{string, int}>>|null interfaces by segment */
    private ?array $inSegment = null;

    /** @var array<string, list<array{string, string}>> links and cables, by segment and who sends into it */
    private array $floods = [];

    /** @var array<string, string> by the socket it goes to: the plug that stands for the cable */
    private array $cables = [];

    /**
     * @param FlowPaths|null $ways where they are known already
     * @param list<string>|null $only flows that count; null: all of them
     */
    public function __construct(private readonly Job $job, ?FlowPaths $ways = null, ?array $only = null)
    {
        $this->wiring = new Wiring($job);
        $this->ways = $ways ?? new FlowPaths($job);
        $this->rates = new FlowRates($job);
        $flows = $job->all(Flow::class);
        foreach (null === $only ? $flows : array_intersect_key($flows, array_flip($only)) as $flow) {
            $this->add($flow);
        }
    }

    /** What one stream puts on a line, in kbit/s. */
    public function share(LoadLine $line, Flow $flow): float
    {
        return $this->loads[$line->link][$line->direction][$flow->id] ?? 0.0;
    }

    /** What a line would carry after a change of streams, in kbit/s; the network is that of before, and nothing else is added up. */
    public function tried(ChangeSet $change, LoadLine $line): float
    {
        $after = new self($this->job->with($change), $this->ways, $line->flows);

        return array_sum($after->busiest($after->loads[$line->link][$line->direction] ?? [])[0]);
    }

    /** @return list<LoadLine> every link, then every cable, in the order of the plan */
    public function lines(): array
    {
        $lines = [];
        foreach ($this->wiring->links as $link) {
            $limit = $this->rateOf($link) * 1000 * (1 - $link->headroomPercent / 100);
            array_push($lines, $this->line($link->id, self::FORTH, $limit), $this->line($link->id, self::BACK, $limit));
        }
        foreach ($this->interfaces() as [$unit, $interface]) {
            $plug = $this->wiring->plug($unit, $interface);
            $name = null === $plug ? null : $this->cable($unit, $interface, (string) $plug->to);
            if (null !== $plug?->to && $name === $this->plugName($unit, $interface)) {
                $port = $this->wiring->port($plug->to->switch, $plug->to->port);
                $limit = ($port->mbps ?? 1000) * 1000 * (1 - self::HEADROOM / 100);
                array_push($lines, $this->line($name, self::FORTH, $limit), $this->line($name, self::BACK, $limit));
            }
        }

        return $lines;
    }

    /** @return array<string, array<string, LoadLine>> the same, by link and direction */
    public function byLink(): array
    {
        $by = [];
        foreach ($this->lines() as $line) {
            $by[$line->link][$line->direction] = $line;
        }

        return $by;
    }

    private function line(string $link, string $direction, float $limit): LoadLine
    {
        [$flows, $moment] = $this->busiest($this->loads[$link][$direction] ?? []);

        return new LoadLine(
            link: $link,
            direction: $direction,
            kbps: array_sum($flows),
            limitKbps: $limit,
            flows: array_map(strval(...), array_keys($flows)),
            moment: $moment,
        );
    }

    /**
     * What runs at the moment at which most does: streams that always run, and those of that moment.
     *
     * @param array<array-key, float> $flows kbit/s by stream
     *
     * @return array{array<array-key, float>, string}
     */
    private function busiest(array $flows): array
    {
        $moments = [];
        foreach (array_keys($flows) as $id) {
            $moments += array_fill_keys($this->job->all(Flow::class)[$id]->moments ?? [], true);
        }
        if ([] === $moments) {
            return [$flows, ''];
        }
        $max = null;
        foreach (array_map(strval(...), array_keys($moments)) as $moment) {
            $then = array_filter(
                $flows,
                fn (int|string $id): bool => [] === ($own = $this->job->all(Flow::class)[$id]->moments ?? [])
                    || \in_array($moment, $own, true),
                \ARRAY_FILTER_USE_KEY,
            );
            $max = null === $max || array_sum($then) > array_sum($max[0]) ? [$then, $moment] : $max;
        }

        return $max;
    }

    /** What is said of the link, else what its slower port has. */
    private function rateOf(SwitchLink $link): float
    {
        $ports = [
            $this->wiring->port($link->from->switch, $link->from->port),
            $this->wiring->port($link->to->switch, $link->to->port),
        ];

        return $link->mbps ?? min($ports[0]->mbps ?? 1000, $ports[1]->mbps ?? 1000);
    }

    private function add(Flow $flow): void
    {
        foreach ($this->ways->units($flow->from) as $sender) {
            $kbps = $this->rates->kbps($flow, $sender);
            $receivers = array_values(array_diff($this->ways->units(...$flow->to), [$sender]));
            if (Cast::Unicast === $flow->cast) {
                foreach ($receivers as $receiver) {
                    foreach ($this->ways->legs($sender, $receiver) as $leg) {
                        foreach ($this->stretch($leg) as [$link, $direction]) {
                            $this->put($flow, $link, $direction, $kbps);
                        }
                    }
                }
            } else {
                $this->addOnce($flow, $sender, $receivers, $kbps);
            }
        }
    }

    /**
     * One copy for each segment on each link: those that lead to a receiver, or all that carry the segment where nobody keeps account of
     * who listens.
     *
     * @param list<string> $receivers
     */
    private function addOnce(Flow $flow, string $sender, array $receivers, float $kbps): void
    {
        $taken = $flooded = [];
        foreach ($receivers as $receiver) {
            foreach ($this->ways->legs($sender, $receiver) as $leg) {
                $segment = $this->job->segments[$leg->segment] ?? null;
                if (self::isFlooded($segment)) {
                    $flooded[$leg->segment.'/'.$leg->from] = $leg;
                    continue;
                }
                foreach ($this->stretch($leg) as [$link, $direction]) {
                    $taken[$leg->segment.' '.$link.' '.$direction] = [$link, $direction];
                }
            }
        }
        $first = $this->ways->first($sender);
        if (null !== $first && self::isFlooded($this->job->segments[$first->segment] ?? null)) {
            // Nobody has to listen for it to get everywhere.
            $flooded += [$first->segment.'/'.$first->from => $first];
        }
        foreach ($taken as [$link, $direction]) {
            $this->put($flow, $link, $direction, $kbps);
        }
        foreach ($flooded as $key => $leg) {
            foreach ($this->floods[$key] ??= $this->everywhere($leg) as [$link, $direction]) {
                $this->put($flow, $link, $direction, $kbps);
            }
        }
    }

    private static function isFlooded(?Segment $segment): bool
    {
        return null !== $segment && !($segment->snooping && $segment->querier);
    }

    private function put(Flow $flow, string $link, string $direction, float $kbps): void
    {
        $this->loads[$link][$direction][$flow->id] ??= 0.0;
        $this->loads[$link][$direction][$flow->id] += $kbps;
    }

    /** @return list<array{string, string}> links and cables of a leg, each with its direction; those that are planned */
    private function stretch(FlowLeg $leg): array
    {
        $out = $this->wiring->plug($leg->from, $leg->fromInterface)?->to;
        $in = $this->wiring->plug($leg->to, $leg->toInterface)?->to;
        $taken = null === $out ? [] : [[$this->cable($leg->from, $leg->fromInterface, (string) $out), self::FORTH]];
        $path = null === $out || null === $in ? null : $this->wiring->spanning($leg->segment)->path($out->switch, $in->switch);
        foreach ($path ?? [] as [$link, $isForth]) {
            $taken[] = [$link, $isForth ? self::FORTH : self::BACK];
        }

        return null === $in ? $taken : [...$taken, [$this->cable($leg->to, $leg->toInterface, (string) $in), self::BACK]];
    }

    /** @return list<array{string, string}> every link that carries the segment away from where the stream enters it, and every cable */
    private function everywhere(FlowLeg $leg): array
    {
        $out = $this->wiring->plug($leg->from, $leg->fromInterface)?->to;
        if (null === $out) {
            return [];
        }
        $own = $this->cable($leg->from, $leg->fromInterface, (string) $out);
        $tree = $this->wiring->spanning($leg->segment);
        $taken = [[$own, self::FORTH]];
        foreach ($tree->away($out->switch) as [$link, $isForth]) {
            $taken[] = [$link, $isForth ? self::FORTH : self::BACK];
        }
        foreach ($this->interfacesIn($leg->segment) as [$unit, $interface]) {
            $to = $this->wiring->plug($unit, $interface)?->to;
            $cable = null === $to ? $own : $this->cable($unit, $interface, (string) $to);
            if (null !== $to && $cable !== $own && $tree->connects($out->switch, $to->switch)) {
                $taken[] = [$cable, self::BACK];
            }
        }

        return $taken;
    }

    /** Several interfaces on one socket are one cable, which is known by the first. */
    private function cable(string $unit, int $interface, string $socket): string
    {
        if ([] === $this->cables) {
            foreach ($this->interfaces() as [$id, $n]) {
                $plug = $this->wiring->plug($id, $n);
                if (null !== $plug) {
                    $this->cables[$id.' '.$plug->to] ??= $this->plugName($id, $n);
                }
            }
        }

        return $this->cables[$unit.' '.$socket] ?? $this->plugName($unit, $interface);
    }

    private function plugName(string $unit, int $interface): string
    {
        $device = $this->job->devices[$unit] ?? null;
        $name = $device->interfaces[$interface]->name ?? $this->job->routers[$unit]->interfaces[$interface]->segment ?? '';

        return \sprintf('plug:%s/%s', $unit, $name);
    }

    /** @return iterable<array{string, int}> units and routers with the numbers of their interfaces */
    private function interfaces(): iterable
    {
        foreach ([$this->job->devices, $this->job->routers] as $units) {
            foreach ($units as $id => $unit) {
                foreach (array_keys($unit->interfaces) as $number) {
                    yield [(string) $id, $number];
                }
            }
        }
    }

    /** @return list<array{string, int}> */
    private function interfacesIn(string $segment): array
    {
        if (null === $this->inSegment) {
            $this->inSegment = [];
            foreach ($this->interfaces() as [$id, $number]) {
                $of = ($this->job->devices[$id] ?? $this->job->routers[$id])->interfaces[$number]->segment;
                $this->inSegment[(string) $of][] = [$id, $number];
            }
        }

        return $this->inSegment[$segment] ?? [];
    }
}
