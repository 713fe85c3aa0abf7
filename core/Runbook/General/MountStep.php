<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook\General;

use Vorhut\Core\Profile\Lifting;
use Vorhut\Core\Profile\Port;
use Vorhut\Core\Profile\Step\Who;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\RunbookContext;
use Vorhut\Core\Runbook\RunbookStep;

/** Where it goes, what goes into it, and which cord into which socket, all without power. */
final class MountStep implements GeneralStep
{
    public function step(RunbookContext $context): ?RunbookStep
    {
        $do = [];
        foreach ($context->device->modules as $fitted) {
            $with = array_column($context->profile->modules, 'with', 'id')[$fitted->module] ?? '';
            $do[] = \sprintf(
                'Unplug the device. Fit %s%s in %s and press both ends in evenly.',
                self::name($context->profile->modules, $fitted->module),
                '' === $with ? '' : ' with '.$with,
                self::name($context->profile->slots, $fitted->slot),
            );
        }
        if (null !== $context->profile->rackUnits) {
            $height = $context->profile->rackUnits;
            $do[] = \sprintf(
                '%d %s. Mount heavier devices below lighter ones and keep the vents clear.',
                $height,
                1 === $height ? 'rack unit' : 'rack units',
            );
        }
        foreach ($context->ports() as $port) {
            if ('' !== $port->goesTo) {
                $do[] = \sprintf(
                    '%s: %s.%s',
                    $port->name,
                    $port->goesTo,
                    '' === $port->lookAlike ? '' : ' Do not use '.$port->lookAlike.'.',
                );
            }
        }
        foreach ($context->settings->couplings->with($context->device) as $coupled) {
            $own = $coupled->from->id === $context->device->id ? $coupled->fromPort : $coupled->toPort;
            if (null !== $own) {
                $do[] = \sprintf(
                    'Connect %s to %s.',
                    self::name($context->profile->ports, $own),
                    $coupled->partnerOf($context->device)->name,
                );
            }
        }
        $isHeavy = Lifting::takesTwo($context->profile->kilograms);

        return [] === $do ? null : new RunbookStep(
            id: 'mount',
            stage: WorkStage::Mount,
            title: 'Mount and connect (power off)',
            why: 'Connect by the name of the socket; look-alikes are the usual mistake. Power comes last.',
            who: $isHeavy ? Who::TwoPeople : Who::Technician,
            do: $do,
            cautions: $isHeavy ? [\sprintf('%d kg: two people or a lifting aid.', $context->profile->kilograms)] : [],
            ports: array_values(array_filter($context->ports(), self::isToldOf(...))),
        );
    }

    private static function isToldOf(Port $port): bool
    {
        return '' !== $port->goesTo || '' !== $port->lookAlike;
    }

    /** @param list<object> $records */
    private static function name(array $records, string $id): string
    {
        foreach ($records as $record) {
            if (isset($record->id, $record->name) && $record->id === $id && \is_string($record->name)) {
                return $record->name;
            }
        }

        return $id;
    }
}
