<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Vorhut\Core\Job\Job;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Lab\LabSip;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;

/** Puts a live test together that asks the lab of a job, and nothing but loopback. */
final class LabTest
{
    public static function of(Job $job, float $seconds = 2.0): LiveTest
    {
        $sockets = new Sockets(new TargetGate());
        $network = new LabNetwork($job);
        $ports = LabPorts::ofThisUser();

        return new LiveTest($job, new Sweep(new Prober($sockets, $seconds)), $network->addresses->toLab(...), $ports->toLab(...), new SipProber($job, new LabSip($job, $network, $sockets), $seconds));
    }
}
