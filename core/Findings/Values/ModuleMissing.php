<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Values;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Device;
use Vorhut\Core\MidSentence;
use Vorhut\Core\Profile\Port;

/** A socket works only with its module in the slot. */
#[About('module-missing', 'module missing')]
final class ModuleMissing extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->settings()->couplings->all as $coupled) {
            $module = $coupled->coupling->module;
            $port = self::port($plan, $coupled->to, $coupled->toPort);
            if (null === $module || self::isFitted($coupled->to, $module, $port?->slot)) {
                continue;
            }
            $name = self::name($plan, $coupled->to, $module);
            yield $this->found(
                severity: Severity::Error,
                title: null === $port
                    ? \sprintf('%s has no %s', $coupled->to->name, $name)
                    : \sprintf('Socket %2$s of %1$s has no %3$s', $coupled->to->name, $port->name, $name),
                why: \sprintf('%s is connected there, and the socket is dead without the module.', $coupled->from->name),
                devices: [$coupled->to->id, $coupled->from->id],
                advice: 'Order the module and plan it in a slot. Fit it only with the device switched off and unplugged.',
                value: $coupled->from->id,
            );
        }
    }

    private static function port(Plan $plan, Device $device, ?string $id): ?Port
    {
        return array_find($plan->job->profileOf($device)->ports, static fn ($port): bool => $port->id === $id);
    }

    private static function isFitted(Device $device, string $module, ?string $slot): bool
    {
        return array_any(
            $device->modules,
            static fn ($fitted): bool => $fitted->module === $module && (null === $slot || $fitted->slot === $slot),
        );
    }

    private static function name(Plan $plan, Device $device, string $id): string
    {
        foreach ($plan->job->profileOf($device)->modules as $module) {
            if ($module->id === $id) {
                return MidSentence::label($module->name);
            }
        }

        return $id;
    }
}
