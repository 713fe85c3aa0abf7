<?php

declare(strict_types=1);

namespace Vorhut\Core\Rack;

use Vorhut\Core\Job\Circuit;
use Vorhut\Core\Job\Job;

/** What is connected to a mains circuit. */
final readonly class CircuitSum
{
    /** @param list<array{name: string, watts: float}> $loads what draws from it, the largest first; names may be alike */
    private function __construct(public Circuit $circuit, public array $loads) {}

    /** @return list<self> */
    public static function all(Job $job): array
    {
        $sums = [];
        $racks = RackSum::all($job);
        foreach ($job->all(Circuit::class) as $circuit) {
            $loads = [];
            foreach ($racks as $rack) {
                if ($rack->rack->circuit === $circuit->id) {
                    $loads[] = ['name' => $rack->rack->name, 'watts' => $rack->watts()];
                }
            }
            foreach ($circuit->devices as $id) {
                $device = $job->devices[$id] ?? null;
                if (null !== $device) {
                    $loads[] = ['name' => $device->name, 'watts' => $job->profileOf($device)->watts ?? 0.0];
                }
            }
            usort($loads, static fn (array $a, array $b): int => $b['watts'] <=> $a['watts']);
            $sums[] = new self($circuit, $loads);
        }

        return $sums;
    }

    public function total(): float
    {
        return array_sum(array_column($this->loads, 'watts'));
    }

    public function fits(): bool
    {
        $usable = $this->circuit->usableWatts();

        return null === $usable || $this->total() <= $usable + 1e-9;
    }
}
