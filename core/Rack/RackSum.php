<?php

declare(strict_types=1);

namespace Vorhut\Core\Rack;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Rack;
use Vorhut\Core\Job\RackItem;
use Vorhut\Core\Power\PowerPlan;
use Vorhut\Core\Power\SwitchPower;

/** A rack with what stands in it, from the floor up, and its sums. */
final readonly class RackSum
{
    /** BTU an hour of a watt. */
    public const BTU = 3.412;

    /** @param list<Placed> $placed from the floor up */
    private function __construct(public Rack $rack, public array $placed) {}

    /** @return array<array-key, self> by rack */
    public static function all(Job $job): array
    {
        $racks = $job->all(Rack::class);
        $fed = [] === $racks ? [] : array_column((new PowerPlan($job))->switches, null, 'switch');
        $sums = [];
        foreach ($racks as $id => $rack) {
            $placed = [];
            foreach ($rack->holds as $index => $item) {
                $placed[] = self::placed($job, $item, $index, $fed[$item->switch] ?? null);
            }
            usort($placed, static fn (Placed $a, Placed $b): int => $a->item->unit <=> $b->item->unit);
            $sums[$id] = new self($rack, $placed);
        }

        return $sums;
    }

    public function watts(): float
    {
        return array_sum(array_column($this->placed, 'watts'));
    }

    public function kilograms(): float
    {
        return array_sum(array_map(static fn (Placed $p): float => $p->kilograms ?? 0.0, $this->placed));
    }

    public function btuPerHour(): float
    {
        return $this->watts() * self::BTU;
    }

    /** The device with the lowest temperature rating; null where none has one. */
    public function tenderest(): ?Placed
    {
        $said = array_filter($this->placed, static fn (Placed $p): bool => null !== $p->celsius);
        usort($said, static fn (Placed $a, Placed $b): int => $a->celsius <=> $b->celsius);

        return $said[0] ?? null;
    }

    /** @return list<array{Placed, Placed}> neighbours that take the same units */
    public function overlaps(): array
    {
        $pairs = [];
        foreach ($this->placed as $n => $one) {
            for ($m = $n + 1; isset($this->placed[$m]) && $one->meets($this->placed[$m]); ++$m) {
                $pairs[] = [$one, $this->placed[$m]];
            }
        }

        return $pairs;
    }

    /** @return list<Placed> what stands out at the top */
    public function overruns(): array
    {
        return array_values(array_filter($this->placed, fn (Placed $p): bool => $p->top() > $this->rack->units));
    }

    /**
     * The same from the floor up by weight, in the units that are taken now; what weighs the same keeps its order.
     *
     * @return array<int, int> lowest units, by place in the list of the rack
     */
    public function heavyLow(): array
    {
        $byWeight = $this->placed;
        usort($byWeight, static fn (Placed $a, Placed $b): int => ($b->kilograms ?? 0.0) <=> ($a->kilograms ?? 0.0));
        $unit = $this->placed[0]->item->unit ?? 1;
        $units = [];
        foreach ($byWeight as $one) {
            $units[$one->index] = $unit;
            $unit += $one->height;
        }

        return $units;
    }

    private static function placed(Job $job, RackItem $item, int $index, ?SwitchPower $fed): Placed
    {
        $device = $job->devices[$item->device] ?? null;
        $profile = null === $device ? null : $job->profileOf($device);
        $switch = $job->records['switches'][$item->switch]['name'] ?? null;

        return new Placed(
            item: $item,
            index: $index,
            name: $device->name ?? (\is_string($switch) ? $switch : $item->name),
            height: $item->height ?? $profile->rackUnits ?? 1,
            kilograms: $item->kilograms ?? $profile?->kilograms,
            watts: ($item->watts ?? $profile->watts ?? 0.0) + ($fed->byDrawWatts ?? 0.0),
            celsius: $profile?->maxCelsius,
        );
    }
}
