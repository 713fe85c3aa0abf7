<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Values;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Profile\Port;

/** A socket works only with its module in the slot. */
final class ModuleMissing implements Rule
{
    public function about(): About
    {
        return new About('module-missing', 350);
    }

    public function check(Plan $plan): iterable
    {
        foreach ($plan->settings()->couplings->all as $coupled) {
            foreach ([[$coupled->from, $coupled->fromPort], [$coupled->to, $coupled->toPort]] as [$device, $id]) {
                $port = null === $id ? null : self::port($plan, $device, $id);
                if (null === $port || null === $port->needs || self::isFitted($device, $port)) {
                    continue;
                }
                yield new Finding(
                    $this->about(),
                    Severity::Wrong,
                    \sprintf('%s: socket %s has no %s', $device->name, $port->name, self::name($plan, $device, $port->needs)),
                    \sprintf('%s hangs there, and the socket is dead without it.', $coupled->partnerOf($device)->name),
                    [$device->id, $coupled->partnerOf($device)->id],
                    \sprintf('Order the module and plan it into slot %s; it goes in with the unit off and unplugged.', $port->slot),
                    value: $port->id,
                );
            }
        }
    }

    private static function port(Plan $plan, Device $device, string $id): ?Port
    {
        foreach ($plan->job->profileOf($device)->ports as $port) {
            if ($port->id === $id) {
                return $port;
            }
        }

        return null;
    }

    private static function isFitted(Device $device, Port $port): bool
    {
        foreach ($device->modules as $fitted) {
            if ($fitted->slot === $port->slot && $fitted->module === $port->needs) {
                return true;
            }
        }

        return false;
    }

    private static function name(Plan $plan, Device $device, string $id): string
    {
        foreach ($plan->job->profileOf($device)->modules as $module) {
            if ($module->id === $id) {
                return lcfirst($module->name);
            }
        }

        return $id;
    }
}
