<?php

declare(strict_types=1);

namespace Vorhut\Core\Rack;

use Vorhut\Core\Job\Circuit;
use Vorhut\Core\Job\Job;

/** What hangs on a circuit of the mains. */
final readonly class CircuitSum
{
    /** @param array<string, float> $watts by the name of what draws them, the largest first */
    private function __construct(public Circuit $circuit, public array $watts)
    {
    }

    /** @return list<self> */
    public static function all(Job $job): array
    {
        $sums = [];
        $racks = RackSum::all($job);
        foreach ($job->all(Circuit::class) as $circuit) {
            $watts = [];
            foreach ($racks as $rack) {
                if ($rack->rack->circuit === $circuit->id) {
                    $watts[$rack->rack->name] = $rack->watts();
                }
            }
            foreach ($circuit->devices as $id) {
                $device = $job->devices[$id] ?? null;
                if (null !== $device) {
                    $watts[$device->name] = $job->profileOf($device)->watts ?? 0.0;
                }
            }
            arsort($watts);
            $sums[] = new self($circuit, $watts);
        }

        return $sums;
    }

    public function total(): float
    {
        return array_sum($this->watts);
    }

    public function fits(): bool
    {
        $usable = $this->circuit->usableWatts();

        return null === $usable || $this->total() <= $usable + 1e-9;
    }
}
