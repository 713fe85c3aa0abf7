<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Field\Lab\LabBlocks;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Lab\LabSip;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;

/** Puts live tests together: in the lab nothing but loopback is contacted, on site nothing but what was confirmed. */
final class LiveTests
{
    public static function inTheLab(Job $job, float $seconds = 2.0, LabBlocks $blocks = new LabBlocks()): LiveTest
    {
        $sockets = new Sockets(new TargetGate());
        $network = new LabNetwork($job, $blocks);

        return new LiveTest(
            $job,
            new Sweep(new Prober($sockets, $seconds)),
            new InTheLab($network->addresses, LabPorts::ofThisUser()),
            new SipProber($job, new LabSip($job, $network, $sockets), $seconds),
        );
    }

    /**
     * The same questions to real units, in field mode.
     *
     * @param list<Ipv4Prefix> $confirmed
     * @param TargetGate|null $gate one that may be shut while it runs
     */
    public static function onSite(Job $job, array $confirmed, float $seconds = 2.0, ?TargetGate $gate = null): LiveTest
    {
        $sockets = new Sockets($gate ?? new TargetGate($confirmed));

        return new LiveTest($job, new Sweep(new Prober($sockets, $seconds)), new OnSite($confirmed), null);
    }
}
