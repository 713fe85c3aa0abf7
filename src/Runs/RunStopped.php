<?php

declare(strict_types=1);

namespace Vorhut\App\Runs;

/** Somebody stopped a run that cannot leave half of its work behind. */
final class RunStopped extends \RuntimeException {}
