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
                'Factory address of interface %s: %s.',
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
                'Read its address on its display, if it has one; else find it in the DHCP lease table by its MAC address.',
            ],
            DiscoveryConvention::Label => [
                'Open the host name on its label; if nothing answers, find its MAC address in the DHCP lease table.',
            ],
            DiscoveryConvention::Scan => ['With the administrator\'s permission, scan the range from the laptop and find its MAC address.'],
            DiscoveryConvention::Leases => ['Find its MAC address in the DHCP lease table.'],
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
                    see: 'there is no answer',
                    because: 'the laptop sends through another interface',
                    test: 'Switch Wi-Fi off and try again.',
                    mend: 'Leave it off until the device has its planned address.',
                ),
                new SymptomCause(
                    see: 'another device answers',
                    because: 'two devices with the same factory address are on',
                    test: 'Compare the MAC address in the ARP cache with the label.',
                    mend: 'Disconnect the other device and clear the ARP cache.',
                ),
            ],
            cautions: array_map(static fn (array $r): string => trim($r['risk'].' '.$r['do']), $plan->risks),
        );
    }
}
