<?php

declare(strict_types=1);

namespace Vorhut\App\Networks;

use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Job\Stage;
use Vorhut\Core\Job\Subnet;
use Vorhut\Core\Net\AddressRange;
use Vorhut\Core\Net\Ipv4Address;

/** A subnet to scale: ticks, gateway, leased and reserved stretches, devices as strokes, conflicts as wedges. */
final readonly class Ruler
{
    public const WIDTH = 760.0;
    /** A wider prefix shows only the stretch in use. */
    private const WIDEST = 1024;
    /** Conflicts of one kind closer than this share a label. */
    private const NEAR = 30.0;
    /** The height of a row of labels, of what stands on the line, and of what hangs below it. */
    private const ROW = 14;
    private const BODY = 32;
    private const BELOW = 24;

    /** Where the drawing begins above the line, which lies at nought, and how high it is. */
    public int $top;
    public int $height;

    /**
     * @param list<array{x: float, label: string|null}> $ticks
     * @param list<array{x: float, width: float, end: float, text: string}> $pools
     * @param list<array{x: float, width: float, end: float, text: string}> $kept
     * @param list<array{x: float, width: float, done: bool, id: string, title: string}> $strokes
     * @param list<array{x: float, row: int, y: int, text: string}> $labels
     * @param list<array{x: float, row: int, y: int, text: string, id: string, anchor: string}> $wedges
     */
    private function __construct(
        public Segment $segment,
        public ?Subnet $subnet,
        public string $note,
        public array $ticks = [],
        public ?float $gateway = null,
        public array $pools = [],
        public array $kept = [],
        public array $strokes = [],
        public array $labels = [],
        public array $wedges = [],
        int $rows = 1,
    ) {
        $this->height = self::BODY + self::ROW * $rows + self::BELOW;
        $this->top = self::BELOW - $this->height;
    }

    /** The same for a phone; null for a segment without a subnet, which has no line. */
    public function narrow(): ?NarrowRuler
    {
        return null === $this->subnet ? null : NarrowRuler::fromRuler($this);
    }

    /**
     * @param list<Finding> $findings
     * @param list<Segment>|null $segments null: all of the job
     *
     * @return list<self> one for each subnet, or for a segment that has none
     */
    public static function all(Job $job, array $findings, ?array $segments = null): array
    {
        $bySegment = [];
        foreach ($job->devices as $device) {
            foreach ($device->interfaces as $interface) {
                if (null !== $interface->segment) {
                    $bySegment[$interface->segment][] = [$device, $interface->address?->address];
                }
            }
        }
        $wrong = [];
        foreach ($findings as $finding) {
            if (null !== $finding->segment && null !== $finding->value) {
                $wrong[$finding->segment][] = $finding;
            }
        }
        $rulers = [];
        foreach ($segments ?? $job->segments as $segment) {
            $members = $bySegment[$segment->id] ?? [];
            if ([] === $segment->subnets) {
                $rulers[] = new self($segment, null, \sprintf('%d devices, no subnet yet', \count($members)));
            }
            foreach ($segment->subnets as $subnet) {
                $rulers[] = self::draw(
                    job: $job,
                    segment: $segment,
                    subnet: $subnet,
                    members: $members,
                    findings: $wrong[$segment->id] ?? [],
                );
            }
        }

        return $rulers;
    }

    /**
     * @param list<array{Device, Ipv4Address|null}> $members
     * @param list<Finding> $findings
     */
    private static function draw(Job $job, Segment $segment, Subnet $subnet, array $members, array $findings): self
    {
        $units = [];
        foreach ($members as [$device, $address]) {
            if (null !== $address && $subnet->prefix->contains($address)) {
                $units[$address->value][] = $device;
            }
        }
        ksort($units);
        [$first, $size] = self::stretch($subnet, array_keys($units));
        $x = static fn (int $value): float => round(($value - $first) / $size * self::WIDTH, 1);
        $wide = max(1.6, round(self::WIDTH / $size * 0.6, 1));
        $strokes = [];
        foreach ($units as $value => $devices) {
            $strokes[] = [
                'x' => $x($value),
                'width' => min(8.0, $wide),
                'done' => $devices[0]->stage->isSettled(),
                'id' => $devices[0]->id,
                'title' => \sprintf(
                    '%s %s',
                    implode(', ', array_map(static fn (Device $d): string => $d->name, $devices)),
                    Ipv4Address::fromInt($value),
                ),
            ];
        }
        $shelf = new LabelShelf(self::WIDTH);
        $wedges = self::wedges($findings, $subnet, $x, $shelf);
        $labels = self::runs($job, $units, $x, $shelf);
        $planned = \count(array_filter($members, static fn (array $m): bool => null !== $m[1]));
        $asLeft = \count(array_filter($members, static fn (array $m): bool => Stage::AsLeft === $m[0]->stage));
        $free = $subnet->prefix->hostCount()
            - \count($units)
            - array_sum(
                array_map(static fn (AddressRange $r): int => $r->count(), [...$subnet->dhcp, ...$subnet->reserved]),
            )
            - (null === $subnet->gateway ? 0 : 1);

        return new self(
            segment: $segment,
            subnet: $subnet,
            note: \sprintf('%d planned, %d as left, %d free', $planned, $asLeft, max(0, $free)),
            ticks: self::ticks($first, $size, $x),
            gateway: null === $subnet->gateway ? null : $x($subnet->gateway->value),
            pools: self::blocks($subnet->dhcp, $x, 'DHCP range'),
            kept: self::blocks($subnet->reserved, $x, 'reserved range'),
            strokes: $strokes,
            labels: $labels,
            wedges: $wedges,
            rows: $shelf->rows(),
        );
    }

    /**
     * @param list<int> $values
     *
     * @return array{int, int} first value and number of values shown
     */
    private static function stretch(Subnet $subnet, array $values): array
    {
        if ($subnet->prefix->size() <= self::WIDEST) {
            return [$subnet->prefix->network, max(8, $subnet->prefix->size())];
        }
        $used = [...$values, null === $subnet->gateway ? $subnet->prefix->network : $subnet->gateway->value];
        $start = max($subnet->prefix->network, min($used) & ~0xFF);
        $size = 256;
        while ($start + $size <= max($used) && $size < $subnet->prefix->size()) {
            $size *= 2;
        }

        return [$start, $size];
    }

    /**
     * @param callable(int): float $x
     *
     * @return list<array{x: float, label: string|null}>
     */
    private static function ticks(int $first, int $size, callable $x): array
    {
        $step = max(1, intdiv($size, 8));
        $small = max(1, intdiv($step, 4));
        $ticks = [];
        for ($value = $first; $value <= $first + $size; $value += $small) {
            $big = 0 === ($value - $first) % $step && $value < $first + $size;
            $octets = $size > 256 ? \sprintf('.%d.%d', $value >> 8 & 0xFF, $value & 0xFF) : '.'.($value & 0xFF);
            $ticks[] = ['x' => $x($value), 'label' => $big ? $octets : null];
        }

        return $ticks;
    }

    /**
     * @param list<AddressRange> $ranges
     * @param callable(int): float $x
     *
     * @return list<array{x: float, width: float, end: float, text: string}>
     */
    private static function blocks(array $ranges, callable $x, string $what): array
    {
        return array_map(static function (AddressRange $range) use ($x, $what): array {
            $from = $x($range->first->value);
            $width = max(2.0, $x($range->last->value + 1) - $from);

            return ['x' => $from, 'width' => $width, 'end' => $from + $width, 'text' => \sprintf('%s %s', $what, $range)];
        }, $ranges);
    }

    /**
     * Units of one kind that stand side by side share a label.
     *
     * @param array<int, non-empty-list<Device>> $units
     * @param callable(int): float $x
     *
     * @return list<array{x: float, row: int, y: int, text: string}>
     */
    private static function runs(Job $job, array $units, callable $x, LabelShelf $shelf): array
    {
        $runs = [];
        foreach ($units as $value => $devices) {
            $kind = $job->profileOf($devices[0])->plural;
            $last = array_key_last($runs);
            if (null !== $last && $runs[$last]['kind'] === $kind && $value - $runs[$last]['end'] <= 2) {
                $runs[$last]['end'] = $value;
                ++$runs[$last]['count'];
            } else {
                $runs[] = ['kind' => $kind, 'start' => $value, 'end' => $value, 'count' => 1, 'name' => $devices[0]->name];
            }
        }
        $labels = [];
        foreach ($runs as $run) {
            $text = 1 === $run['count'] ? $run['name'] : \sprintf('%s %d', $run['kind'], $run['count']);
            $place = $shelf->fit($x($run['start']), $text);
            if (null !== $place) {
                $labels[] = ['x' => $place['x'], 'row' => $place['row'], 'y' => self::height($place['row']), 'text' => $text];
            }
        }

        return $labels;
    }

    /**
     * @param list<Finding> $findings
     * @param callable(int): float $x
     *
     * @return list<array{x: float, row: int, y: int, text: string, id: string, anchor: string}>
     */
    private static function wedges(array $findings, Subnet $subnet, callable $x, LabelShelf $shelf): array
    {
        $wedges = [];
        foreach ($findings as $finding) {
            $address = Ipv4Address::tryFrom(explode('/', (string) $finding->value)[0]);
            if (null === $address || !$subnet->prefix->contains($address)) {
                continue;
            }
            $text = $finding->short;
            $at = $x($address->value);
            $last = array_key_last($wedges);
            $again = null !== $last && $wedges[$last]['text'] === $text && abs($wedges[$last]['x'] - $at) < self::NEAR;
            $place = $again ? null : $shelf->fit($at, $text);
            $row = $place['row'] ?? -1;
            $wedges[] = [
                'x' => $at,
                'row' => $row,
                'y' => self::height($row),
                'text' => $text,
                'id' => $finding->id(),
                'anchor' => (string) ($place['x'] ?? $at),
            ];
        }

        return $wedges;
    }

    /** How far above the line the letters of a row of labels stand. */
    private static function height(int $row): int
    {
        return -self::BODY - 3 - self::ROW * $row;
    }
}
