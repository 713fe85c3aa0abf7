<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Media;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Device;

/** Of two that send one universe the higher priority wins; at one priority lights flicker between both (ANSI E1.31, section 6.2.3). */
#[About('universe-contested', 'two sources of a universe', Section::Media, view: 'light')]
final class UniverseContested extends Rule
{
    private const SENT = 'universes';
    private const PRIORITY = 'priority';
    private const STEP = 10;

    public function check(Plan $plan): iterable
    {
        $settings = $plan->settings();
        $first = [];
        foreach ($plan->job->devices as $device) {
            if (null === $settings->setting($device, self::SENT)) {
                continue;
            }
            $priority = $settings->value($device, self::PRIORITY)?->value();
            foreach ((array) $settings->value($device, self::SENT)?->value() as $universe) {
                if (!\is_int($universe) || !\is_int($priority)) {
                    continue;
                }
                $other = $first[$universe][$priority] ??= $device;
                if ($other !== $device) {
                    yield $this->finding(plan: $plan, other: $other, device: $device, universe: $universe, priority: $priority);
                }
            }
        }
    }

    private function finding(Plan $plan, Device $other, Device $device, int $universe, int $priority): Finding
    {
        $lower = $priority - self::STEP;

        return $this->found(
            severity: Severity::Error,
            title: \sprintf('%s and %s both send universe %d at priority %d', $other->name, $device->name, $universe, $priority),
            why: 'Fixtures flicker between both sources. The higher priority wins; the lower one takes over when it stops (ANSI E1.31).',
            devices: [$device->id, $other->id],
            advice: $lower < 0 ? 'Set another priority on one of them.' : \sprintf('Set the priority of %s to %d.', $device->name, $lower),
            change: $lower < 0 ? null : $plan->tell(
                $device,
                [self::PRIORITY => $lower],
                \sprintf('Set the priority of %s to %d', $device->name, $lower),
            ),
            value: (string) $universe,
        );
    }
}
