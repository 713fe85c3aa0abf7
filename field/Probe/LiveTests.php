<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Provision\FileRenderer;
use Vorhut\Field\Lab\LabBlocks;
use Vorhut\Field\Lab\LabFiles;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Lab\LabSip;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Serve\FileFetch;

/** Puts live tests together: in the lab nothing but loopback is contacted, on site nothing but what was confirmed. */
final class LiveTests
{
    /** The clock of this machine against those of the plan, in the lab. */
    public static function clockInTheLab(Job $job, float $seconds, LabBlocks $blocks): ClockCheck
    {
        $place = new InTheLab(new LabNetwork($job, $blocks), LabPorts::ofThisUser());

        return new ClockCheck(new Prober(new Sockets(new TargetGate()), $seconds), $place);
    }

    /** @param list<Ipv4Prefix> $confirmed */
    public static function clockOnSite(array $confirmed, float $seconds): ClockCheck
    {
        return new ClockCheck(new Prober(new Sockets(new TargetGate($confirmed)), $seconds), new OnSite($confirmed));
    }

    public static function inTheLab(
        Job $job,
        FileRenderer $renderer,
        float $seconds = 2.0,
        LabBlocks $blocks = new LabBlocks(),
    ): LiveTest {
        $sockets = new Sockets(new TargetGate());
        $network = new LabNetwork($job, $blocks);
        $sip = new LabSip($job, $network, $sockets);
        $ports = LabPorts::ofThisUser();
        $files = new LabFiles($job, $network, $renderer);

        return new LiveTest(
            job: $job,
            sweep: new Sweep(new Prober($sockets, $seconds)),
            place: new InTheLab($network, $ports),
            talker: new SipProber($job, $sip, new FileProber($sip, $files, new FileFetch($sockets, $seconds), $ports), $seconds),
            isOnSite: false,
        );
    }

    /**
     * The same questions to real units, in field mode.
     *
     * @param list<Ipv4Prefix> $confirmed
     * @param TargetGate|null $gate one that may be shut while it runs
     * @param (\Closure(string): ?string)|null $secret with which a number registers; null: nobody registers or calls
     * @param FileRenderer|null $renderer of the files that units fetch
     */
    public static function onSite(
        Job $job,
        array $confirmed,
        float $seconds = 2.0,
        ?TargetGate $gate = null,
        ?\Closure $secret = null,
        ?FileRenderer $renderer = null,
    ): LiveTest {
        $sockets = new Sockets($gate ?? new TargetGate($confirmed));
        $place = new OnSite($confirmed);
        $talker = null === $secret || null === $renderer ? null : new SiteTalker(
            job: $job,
            place: $place,
            sockets: $sockets,
            renderer: $renderer,
            secret: $secret,
            seconds: $seconds,
        );

        return new LiveTest(job: $job, sweep: new Sweep(new Prober($sockets, $seconds)), place: $place, talker: $talker, isOnSite: true);
    }
}
