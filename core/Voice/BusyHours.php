<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\ExtensionKind;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Trunk;
use Vorhut\Core\Licence\Licences;
use Vorhut\Core\Profile\CapacityOf;

/** What the busy hour takes of trunks, lines and licences, and where that falls short. */
final readonly class BusyHours
{
    public function __construct(private Job $job, private Licences $licences) {}

    /** @return list<BusyHour> of each trunk whose calls are known */
    public function all(): array
    {
        $known = array_filter($this->job->all(Trunk::class), static fn (Trunk $t): bool => null !== $t->callsPerHour);

        return array_values(array_map(static fn (Trunk $t): BusyHour => new BusyHour($t), $known));
    }

    /** @return iterable<Shortfall> */
    public function shortfalls(): iterable
    {
        $traffic = [];
        foreach ($this->all() as $hour) {
            $trunk = $hour->trunk;
            if (null !== $hour->channels && $hour->channels < $hour->needed) {
                yield new Shortfall(
                    title: \sprintf('Trunk %s has %d channels; the busy hour needs %d', $trunk->name, $hour->channels, $hour->needed),
                    why: \sprintf(
                        '%.1f %% of calls are blocked; %d %% is usual (Erlang B).',
                        100 * (float) $hour->loss,
                        100 * BusyHour::LOSS,
                    ),
                    advice: \sprintf('Order %d more channels, or add an overflow trunk to the route.', $hour->needed - $hour->channels),
                    trunk: $trunk->id,
                    device: $trunk->system,
                );
            }
            if (null !== $trunk->lineKbps && $trunk->lineKbps < $hour->kbps) {
                yield new Shortfall(
                    title: \sprintf(
                        'All concurrent calls on %s need %d kbit/s; its line has %d kbit/s',
                        $trunk->name,
                        ceil($hour->kbps),
                        $trunk->lineKbps,
                    ),
                    why: 'One call too many degrades all.',
                    advice: 'Order a faster line, fewer channels, or a codec with a lower bit rate.',
                    trunk: $trunk->id,
                    device: $trunk->system,
                );
            }
            $traffic[(string) $trunk->system] = ($traffic[(string) $trunk->system] ?? 0.0) + $hour->traffic;
        }
        foreach ($traffic as $id => $erlang) {
            $device = $this->job->devices[$id] ?? null;
            $needed = ErlangB::channels($erlang, BusyHour::LOSS);
            yield from null === $device ? [] : $this->short($device, CapacityOf::Calls, $needed, 'the busy hour');
        }
        foreach ($this->job->extensions as $extension) {
            $device = $this->job->devices[$extension->server ?? ''] ?? null;
            if (ExtensionKind::Conference === $extension->kind && null !== $device && null !== $extension->sites) {
                yield from $this->short($device, CapacityOf::Conference, $extension->sites, 'conference '.$extension->number);
            }
        }
    }

    /** @return iterable<Shortfall> */
    private function short(Device $device, CapacityOf $of, int $needed, string $who): iterable
    {
        foreach ($this->job->profileOf($device)->capacities as $capacity) {
            $allowed = $this->licences->capacity($device, $capacity)['allowed'];
            if ($capacity->of === $of && $allowed < $needed) {
                yield new Shortfall(
                    title: \sprintf('%s: %d %s, and %s takes %d', $device->name, $allowed, $capacity->name, $who, $needed),
                    why: 'Those above the limit are refused.',
                    advice: $this->licences->order($device, $capacity, $needed - $allowed),
                    trunk: null,
                    device: $device->id,
                );
            }
        }
    }
}
