<?php

declare(strict_types=1);

namespace Vorhut\Core\Power;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NetworkSwitch;
use Vorhut\Core\Job\Plug;
use Vorhut\Core\Job\SwitchPort;

/** Power over the cables of a plan: each port that feeds a unit, and each switch (IEEE 802.3-2022, clauses 33 and 145). */
final readonly class PowerPlan
{
    /** Watts by which the figures of the tables are rounded. */
    private const ROUNDED = 0.05;

    /** @var list<PortPower> in the order of the switches and their ports */
    public array $ports;

    /** @var list<SwitchPower> */
    public array $switches;

    /** @var list<PortPower> what injectors give, each under the port that it stands behind */
    public array $injected;

    public function __construct(private Job $job)
    {
        $plugged = $this->plugged();
        $ports = $switches = $injected = [];
        foreach ($job->all(NetworkSwitch::class) as $switch) {
            $own = [];
            foreach ($switch->ports as $port) {
                foreach ($plugged[$switch->id.'/'.$port->name] ?? [] as [$device, $interface, $plug]) {
                    $power = $this->portPower(switch: $switch, port: $port, device: $device, interface: $interface, plug: $plug);
                    if (null !== $power && null === $plug->injector) {
                        $own[] = $power;
                    } elseif (null !== $power) {
                        $injected[] = $power;
                    }
                }
            }
            array_push($ports, ...$own);
            $switches[] = self::sum($switch, $own);
        }
        $this->ports = $ports;
        $this->switches = $switches;
        $this->injected = $injected;
    }

    /** @return array<string, list<array{Device, string, Plug}>> units with their interfaces, by switch and port */
    private function plugged(): array
    {
        $plugged = [];
        foreach ($this->job->devices as $device) {
            foreach ($device->interfaces as $interface) {
                if (null !== $interface->plug->to) {
                    $plugged[(string) $interface->plug->to][] = [$device, $interface->name, $interface->plug];
                }
            }
        }

        return $plugged;
    }

    /** Null where the port gives nothing, or the unit takes nothing of it. */
    private function portPower(NetworkSwitch $switch, SwitchPort $port, Device $device, string $interface, Plug $plug): ?PortPower
    {
        $given = $plug->injector ?? $port->poeClass;
        $class = null === $given ? null : PoeClass::from($given);
        $draw = $this->drawOf($device);
        if (null === $class || null === $draw) {
            return null;
        }
        $metres = (null === $plug->injector ? $plug->metres : $plug->injectorMetres) ?? 0.0;
        $ohms = $plug->category->ohmsPer100m() * $metres / 100 / ($class->isFourPair() ? 2 : 1);
        $loss = CableLoss::fromDeviceWatts($draw, $ohms, $class->portVolts());
        $why = self::whyNot($class, $draw, $loss);

        return new PortPower(
            switch: $switch->id,
            port: $port->name,
            device: $device->id,
            interface: $interface,
            classWatts: $class->portWatts(),
            drawWatts: $draw,
            lossWatts: $loss?->lossWatts,
            deviceVolts: $loss?->deviceVolts,
            portWatts: $loss?->portWatts,
            ok: null === $why,
            why: $why ?? \sprintf('The port supplies %s W, and %.1f V reach the device.', $class->portWatts(), $loss->deviceVolts ?? 0),
        );
    }

    private static function whyNot(PoeClass $class, float $draw, ?CableLoss $loss): ?string
    {
        return match (true) {
            null === $loss => 'The cable resistance is too high for this load.',
            $loss->portWatts > $class->portWatts() + self::ROUNDED => \sprintf(
                'The port supplies %s W; %.1f W are needed, %.1f W of it lost in the cable.',
                $class->portWatts(),
                $loss->portWatts,
                $loss->lossWatts,
            ),
            $draw > $class->deviceWatts() + 1e-9 => \sprintf(
                'Class %d permits %s W; the device draws %s W.',
                $class->value,
                $class->deviceWatts(),
                $draw,
            ),
            $loss->deviceVolts < $class->deviceVolts() - 1e-9 => \sprintf(
                '%.1f V reach the device; it needs %s V.',
                $loss->deviceVolts,
                $class->deviceVolts(),
            ),
            default => null,
        };
    }

    /** Watts that a unit draws over its cable; null for one that is fed otherwise. */
    private function drawOf(Device $device): ?float
    {
        return $this->job->profileOf($device)->cableWatts($device->supply);
    }

    /** @param list<PortPower> $ports */
    private static function sum(NetworkSwitch $switch, array $ports): SwitchPower
    {
        $draws = array_map(static fn (PortPower $p): float => $p->portWatts ?? $p->classWatts, $ports);
        $available = null === $switch->poeBudgetWatts ? \INF : $switch->poeBudgetWatts * (1 - $switch->poeReservePercent / 100);
        $left = array_sum($draws);
        $drops = [];
        for ($n = \count($ports) - 1; $n >= 0 && $left > $available + 1e-9; --$n) {
            $drops[] = $ports[$n]->port;
            $left -= $draws[$n];
        }

        return new SwitchPower(
            switch: $switch->id,
            budgetWatts: $switch->poeBudgetWatts,
            byClassWatts: array_sum(array_map(static fn (PortPower $p): float => $p->classWatts, $ports)),
            byDrawWatts: array_sum($draws),
            dropsFirst: $drops,
            ok: [] === $drops,
        );
    }
}
