<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook\General;

use Vorhut\Core\Profile\Lifting;
use Vorhut\Core\Profile\Port;
use Vorhut\Core\Profile\Step\Who;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\Desk;
use Vorhut\Core\Runbook\RunbookStep;

/** Where it goes, what goes into it, and which cord into which socket, all without power. */
final class Mount implements GeneralStep
{
    public function place(): int
    {
        return 30;
    }

    public function of(Desk $desk): ?RunbookStep
    {
        $do = [];
        foreach ($desk->device->modules as $fitted) {
            $with = array_column($desk->profile->modules, 'with', 'id')[$fitted->module] ?? '';
            $do[] = \sprintf(
                '%s%s into %s: off and unplugged, pressed in evenly.',
                self::name($desk->profile->modules, $fitted->module),
                '' === $with ? '' : ' with '.$with,
                self::name($desk->profile->slots, $fitted->slot),
            );
        }
        if (null !== $desk->profile->rackUnits) {
            $height = $desk->profile->rackUnits;
            $do[] = \sprintf('%d %s; heavy units low, air free.', $height, 1 === $height ? 'rack unit' : 'rack units');
        }
        foreach ($desk->ports() as $port) {
            if ('' !== $port->goesTo) {
                $do[] = \sprintf('%s: %s.%s', $port->name, $port->goesTo, '' === $port->lookAlike ? '' : ' Not '.$port->lookAlike.'.');
            }
        }
        foreach ($desk->settings->couplings->with($desk->device) as $coupled) {
            $own = $coupled->from->id === $desk->device->id ? $coupled->fromPort : $coupled->toPort;
            if (null !== $own) {
                $do[] = \sprintf('%s goes to %s.', self::name($desk->profile->ports, $own), $coupled->partnerOf($desk->device)->name);
            }
        }
        $isHeavy = Lifting::takesTwo($desk->profile->kilograms);

        return [] === $do ? null : new RunbookStep(
            'mount',
            WorkStage::Mount,
            'Mount and cable it, unpowered',
            'Cables by the name of the socket; look-alikes are the classic mistake. Power comes last.',
            $isHeavy ? Who::TwoPeople : Who::Technician,
            $do,
            cautions: $isHeavy ? [\sprintf('It weighs %d kg: two people.', $desk->profile->kilograms)] : [],
            ports: array_values(array_filter($desk->ports(), self::isToldOf(...))),
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
