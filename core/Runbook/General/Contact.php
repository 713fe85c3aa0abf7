<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook\General;

use Vorhut\Core\Profile\FactoryMode;
use Vorhut\Core\Profile\InterfaceFactory;
use Vorhut\Core\Profile\Step\Cause;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\Desk;
use Vorhut\Core\Runbook\RunbookStep;
use Vorhut\Core\Runbook\StepValue;
use Vorhut\Core\School\Finding;

/** Getting the laptop to talk to the unit in its factory state. */
final class Contact implements GeneralStep
{
    public const ID = 'contact';

    public function place(): int
    {
        return 50;
    }

    /** @return list<string> how a unit is found whose address nobody has chosen */
    private static function finding(Desk $desk): array
    {
        $others = array_map(
            static fn (InterfaceFactory $f): string => \sprintf(
                'Its interface %s leaves the carton with %s.',
                $f->interface,
                null === $f->address ? $f->mode->label() : (string) $f->address,
            ),
            $desk->profile->factories,
        );
        if (FactoryMode::Static === $desk->profile->factory->mode) {
            return $others;
        }

        return [...$others, ...match ($desk->job->info->schools->finding) {
            Finding::Screen => ['Read its address on its own screen or display, if it has one; else in the list of leases, by its MAC.'],
            Finding::Label => ['Open the name on its label; if nothing answers, look in the list of leases for its MAC.'],
            Finding::Scan => ['Sweep the range from the laptop, where one may, and find it by its MAC.'],
            Finding::Leases => ['Look in the list of leases for its MAC.'],
        }];
    }

    public function of(Desk $desk): ?RunbookStep
    {
        if (!$desk->isNetworked()) {
            return null;
        }
        $plan = $desk->contact();
        $values = [];
        foreach ([...$plan->laptop, ...array_intersect_key($plan->unit, ['Open' => ''])] as $label => $value) {
            $id = 'laptop-'.strtolower(strtr($label, ' ', '-'));
            // What stands in brackets explains, and is not typed.
            $values[] = new StepValue($id, $label, $value, explode(' (', $value)[0], 'computed');
        }

        return new RunbookStep(
            self::ID,
            WorkStage::Contact,
            $plan->technique->title(),
            $plan->why,
            do: self::finding($desk),
            values: [...$values, ...$desk->stageValues(WorkStage::Contact)],
            causes: [
                new Cause(
                    'no answer',
                    'the laptop asks by another of its ports',
                    'Switch Wi-Fi off and ask again.',
                    'Leave it off until the unit has its own address.',
                ),
                new Cause(
                    'another unit answers',
                    'two with one factory address have power',
                    'Compare the MAC in the neighbour cache with the sticker.',
                    'Unplug the other one and clear the cache.',
                ),
            ],
            cautions: array_map(static fn (array $r): string => trim($r['risk'].' '.$r['do']), $plan->risks),
        );
    }
}
