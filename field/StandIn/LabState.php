<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Provision\FileRenderer;
use Vorhut\Field\Lab\LabBlocks;
use Vorhut\Field\Lab\LabFiles;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Lab\LabSip;
use Vorhut\Field\Lab\LabUnits;
use Vorhut\Field\Net\OwnCertificate;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Rtp\Faults;

/** The plan as it stands now, and what all stand-ins of a process share. */
final class LabState
{
    public Job $job;
    public LabNetwork $network;
    public LabSip $sip;
    public LabFiles $files;
    public readonly LabUnits $units;
    /** Of whoever serves files. */
    public readonly OwnCertificate $certificate;

    /** @param Faults|null $faults of the lines on which its phones send sound */
    public function __construct(
        Job $job,
        LabBlocks $blocks,
        public readonly Sockets $sockets,
        public readonly LabPorts $ports,
        public readonly Crowd $crowd,
        private readonly FileRenderer $renderer,
        private readonly ?Faults $faults,
    ) {
        $this->units = new LabUnits();
        $this->certificate = new OwnCertificate();
        $this->follow($job, $blocks);
    }

    public function follow(Job $job, LabBlocks $blocks): void
    {
        $this->job = $job;
        $this->network = new LabNetwork($job, $blocks);
        $this->sip = new LabSip($job, $this->network, $this->sockets, $this->faults);
        $this->files = new LabFiles($job, $this->network, $this->renderer);
        $this->units->follow($job);
    }
}
