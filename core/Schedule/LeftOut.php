<?php

declare(strict_types=1);

namespace Vorhut\Core\Schedule;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Runbook\RunbookStep;

/** A step that nobody on site can do as things are, and why. */
final readonly class LeftOut
{
    public function __construct(public Device $device, public RunbookStep $step, public string $why) {}
}
