<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings;

use Vorhut\Core\Job\Job;

/** Runs every rule over a job. */
final class Check
{
    /** @return list<Rule> in the order in which their findings are shown */
    public static function rules(): array
    {
        return [
            new Rules\DuplicateAddress(),
            new Rules\NetworkOrBroadcast(),
            new Rules\OutsideSubnet(),
            new Rules\MaskDiffers(),
            new Rules\GatewayMissing(),
            new Rules\GatewayElsewhere(),
            new Rules\InLeasedRange(),
            new Rules\TwoInterfacesOneSubnet(),
            new Rules\OverlappingSubnets(),
            new Rules\DuplicateMac(),
            new Rules\DuplicateHostname(),
            new Rules\NoDispatchableLocation(),
            new Rules\GatewayUnserved(),
            new Rules\SnoopingWithoutQuerier(),
            new Rules\GroupsShareMac(),
            new Rules\LinkLocalRouted(),
            new Rules\ReturnRouteMissing(),
            new Rules\FactoryAddressLive(),
            new Rules\SharedFactoryAddress(),
        ];
    }

    /** @return list<Finding> */
    public static function run(Job $job): array
    {
        $plan = new Plan($job);
        $findings = [];
        foreach (self::rules() as $rule) {
            foreach ($rule->check($plan) as $finding) {
                $findings[] = $finding;
            }
        }

        return $findings;
    }
}
