<?php

declare(strict_types=1);

namespace Vorhut\Core\Setting;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Profile\Setting\Among;
use Vorhut\Core\Profile\Setting\Setting;

/** Gives units that must not share a number the lowest ones that are free, in the order of the plan. */
final class FreeNumbers
{
    /** @var array<string, array<array-key, int>> by group and device */
    private array $given = [];

    /** @var array<string, list<Device>>|null by segment or kind */
    private ?array $alike = null;

    public function __construct(private readonly Settings $settings) {}

    public function next(Device $device, Setting $setting): ?int
    {
        if (null === $setting->free) {
            return null;
        }
        $group = $this->group($device, $setting);
        $this->given[$group] ??= $this->share($this->peers($device, $setting), $setting);

        return $this->given[$group][$device->id] ?? null;
    }

    /** Units with the same group must not have the same value. */
    public function group(Device $device, Setting $setting): string
    {
        $of = match ($setting->free) {
            Among::Partner => $this->partnerOf($device, $setting) ?? 'alone/'.$device->id,
            Among::Segment => 'segment/'.(($device->interfaces[0] ?? null)->segment ?? ''),
            Among::Kind => 'kind/'.$device->profile,
            Among::Job, null => 'job',
        };

        return $of.' '.$setting->id;
    }

    /** @return list<Device> in the order of the plan */
    private function peers(Device $device, Setting $setting): array
    {
        if (Among::Partner === $setting->free) {
            $partner = explode('/', (string) $this->partnerOf($device, $setting), 2)[1] ?? '';
            $of = $this->settings->job->devices[$partner] ?? null;
            $peers = null === $of ? [$device] : array_map(static fn ($c): Device => $c->from, $this->settings->couplings->to($of));
        } else {
            $peers = $this->alike($device, $setting);
        }

        return array_values(array_filter(
            $peers,
            fn (Device $d): bool => null !== $this->settings->setting($d, $setting->id)
                && $this->group($d, $setting) === $this->group($device, $setting),
        ));
    }

    /** @return list<Device> */
    private function alike(Device $device, Setting $setting): array
    {
        if (null === $this->alike) {
            $this->alike = [];
            foreach ($this->settings->job->devices as $one) {
                $this->alike['kind/'.$one->profile][] = $one;
                $this->alike['segment/'.(($one->interfaces[0] ?? null)->segment ?? '')][] = $one;
                $this->alike['job'][] = $one;
            }
        }

        return $this->alike[explode(' ', $this->group($device, $setting))[0]] ?? [];
    }

    /**
     * @param list<Device> $peers
     *
     * @return array<array-key, int> by device
     */
    private function share(array $peers, Setting $setting): array
    {
        $given = $taken = [];
        foreach ($peers as $peer) {
            $value = $this->settings->given($peer, $setting);
            if (\is_int($value)) {
                $given[$peer->id] = $value;
                $taken[$value] = true;
            }
        }
        $next = (int) ($setting->min ?? 1);
        foreach ($peers as $peer) {
            while (isset($taken[$next]) || \in_array((string) $next, $setting->not, true)) {
                ++$next;
            }
            if (!isset($given[$peer->id]) && $next <= ($setting->max ?? \PHP_INT_MAX)) {
                $given[$peer->id] = $next;
                $taken[$next] = true;
            }
        }

        return $given;
    }

    private function partnerOf(Device $device, Setting $setting): ?string
    {
        foreach ($this->settings->couplings->from($device) as $coupled) {
            foreach ($coupled->coupling->ties as $tie) {
                if ($tie->mine === $setting->id || str_contains($tie->theirs, '{'.$setting->id.'}')) {
                    return 'partner/'.$coupled->to->id;
                }
            }
        }

        return null;
    }
}
