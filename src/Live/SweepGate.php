<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Vorhut\App\Entity\SweepRun;
use Vorhut\App\Lab\Labs;
use Vorhut\App\Plan\JobContext;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Field\Lab\LabBlocks;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Net\RefusedTarget;
use Vorhut\Field\Net\TargetGate;

/** Lets a sweep begin only where it may ask. */
final class SweepGate
{
    /**
     * @param list<string> $addresses planned ones
     * @param LabBlocks|null $blocks of the lab that runs for the job; null: none does
     * @param bool $ticked whether somebody has said that they are on the site and may ask there
     *
     * @throws InvalidValue
     * @throws RefusedTarget nothing is even tried where it may not be
     */
    public static function check(JobContext $context, array $addresses, string $vantage, bool $ticked, ?LabBlocks $blocks): void
    {
        $onSite = SweepRun::ON_SITE === $vantage;
        if (!$onSite && !isset($context->job->devices[$vantage])) {
            throw new InvalidValue($vantage, 'a device of this job as the source', 'Choose the source.');
        }
        if ($onSite && !$ticked) {
            throw new InvalidValue(
                given: 'not confirmed',
                allowed: 'a confirmation that you are on site and have permission',
                advice: 'Real devices would be tested.',
            );
        }
        $gate = new TargetGate($onSite ? $context->stored->getFieldRanges() : []);
        $lab = (new LabNetwork($context->job, $blocks ?? new LabBlocks()))->addresses;
        foreach ($addresses as $address) {
            $gate->check($onSite ? $address : (string) ($lab->find(Ipv4Address::fromString($address)) ?? $address));
        }
        if (!$onSite && null === $blocks) {
            throw new InvalidValue('no lab', 'a lab that runs for this job', Labs::NONE);
        }
    }
}
