<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook\General;

use Vorhut\Core\Convention\DiscoveryConvention;
use Vorhut\Core\Profile\FactoryMode;
use Vorhut\Core\Profile\InterfaceFactory;
use Vorhut\Core\Profile\Step\SymptomCause;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\RunbookContext;
use Vorhut\Core\Runbook\RunbookStep;
use Vorhut\Core\Runbook\StepValue;

/** Getting the laptop to talk to the unit in its factory state. */
final class ContactStep implements GeneralStep
{
    public const ID = 'contact';

    /** @return list<string> how a unit is found whose address nobody has chosen */
    private static function finding(RunbookContext $context): array
    {
        $others = array_map(
            static fn (InterfaceFactory $f): string => \sprintf(
                'The factory address of its interface %s is %s.',
                $f->interface,
                null === $f->address ? $f->mode->label() : (string) $f->address,
            ),
            $context->profile->factories,
        );
        if (FactoryMode::Static === $context->profile->factory->mode) {
            return $others;
        }

        return [...$others, ...match ($context->job->info->schools->finding) {
            DiscoveryConvention::Screen => [
                'Read its address on its own screen or display, if it has one; else in the list of leases, by its MAC.',
            ],
            DiscoveryConvention::Label => ['Open the name on its label; if nothing answers, look in the list of leases for its MAC.'],
            DiscoveryConvention::Scan => ['Sweep the range from the laptop, where one may, and find it by its MAC.'],
            DiscoveryConvention::Leases => ['Look in the list of leases for its MAC.'],
        }];
    }

    public function step(RunbookContext $context): ?RunbookStep
    {
        if (!$context->isNetworked()) {
            return null;
        }
        $plan = $context->contact();
        $values = [];
        foreach ([...$plan->laptop, ...array_intersect_key($plan->unit, ['Open' => ''])] as $label => $value) {
            $id = 'laptop-'.strtolower(strtr($label, ' ', '-'));
            // What stands in brackets explains, and is not typed.
            $values[] = new StepValue(setting: $id, label: $label, value: $value, typed: explode(' (', $value)[0], origin: 'computed');
        }

        return new RunbookStep(
            self::ID,
            WorkStage::Contact,
            $plan->technique->title(),
            $plan->why,
            do: self::finding($context),
            values: [...$values, ...$context->stageValues(WorkStage::Contact)],
            causes: [
                new SymptomCause(
                    see: 'no answer',
                    because: 'the laptop asks by another of its ports',
                    test: 'Switch Wi-Fi off and ask again.',
                    mend: 'Leave it off until the unit has its own address.',
                ),
                new SymptomCause(
                    see: 'another unit answers',
                    because: 'two with one factory address have power',
                    test: 'Compare the MAC in the neighbour cache with the sticker.',
                    mend: 'Unplug the other one and clear the cache.',
                ),
            ],
            cautions: array_map(static fn (array $r): string => trim($r['risk'].' '.$r['do']), $plan->risks),
        );
    }
}
