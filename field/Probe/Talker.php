<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

use Vorhut\Core\Intent\LiveQuestion;
use Vorhut\Core\Intent\ProbeKind;

/** Asks what takes more than a question and its answer: registers, calls, fetches files. */
interface Talker
{
    public function takes(ProbeKind $kind): bool;

    public function ask(LiveQuestion $question): ProbeResult;
}
