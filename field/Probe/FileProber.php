<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Amp\CancelledException;
use Amp\Socket\ConnectException;
use Vorhut\Core\Job\Device;
use Vorhut\Field\Lab\LabFiles;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Lab\LabSip;
use Vorhut\Field\Serve\FileFetch;

/** Asks for a unit's file in its place, and reads in it what the unit would register with. */
final readonly class FileProber
{
    public function __construct(private LabSip $lab, private LabFiles $files, private FileFetch $fetch, private LabPorts $ports) {}

    /** @return array{ProbeStatus, array<string, string|int|float>} */
    public function ask(Device $unit, Device $server): array
    {
        $name = $this->files->nameFor($unit);
        [$from, $at] = [$this->lab->addressOf($unit), $this->lab->addressOf($server)];
        if (null === $name || null === $from || null === $at) {
            return [ProbeStatus::Silent, ['why' => $unit->name.' has no file or no address']];
        }
        try {
            $got = $this->fetch->get($at, $this->ports->toLab(LabFiles::PORT), $name, $from);
        } catch (ConnectException) {
            return [ProbeStatus::Refused, []];
        } catch (CancelledException) {
            return [ProbeStatus::Silent, []];
        }
        $evidence = ['GET '.$name => 0 === $got['status'] ? 'closed without an answer' : $got['status']];
        if (200 !== $got['status']) {
            return [0 === $got['status'] ? ProbeStatus::Closed : ProbeStatus::Refused, $evidence];
        }
        $file = $this->files->taken($unit, $got['text']);
        $isOwn = null !== $file && $file->number === $this->lab->extensionOf($unit)?->number;
        $says = null === $file ? 'nothing to read' : $file->number.' at '.$file->server;
        $evidence += ['bytes' => \strlen($got['text']), 'registers' => $says];

        return [$isOwn ? ProbeStatus::Answered : ProbeStatus::Strange, $evidence];
    }
}
