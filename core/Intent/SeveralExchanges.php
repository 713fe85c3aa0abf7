<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Job\Intent;

/** A kind of intent that needs more than one request, each to be judged by itself. */
abstract class SeveralExchanges implements Kind
{
    public function isForAnybody(): bool
    {
        return false;
    }

    public function takesService(): bool
    {
        return false;
    }

    public function service(Intent $intent): null
    {
        return null;
    }

    public function isByList(): bool
    {
        return false;
    }

    public function isByUnit(): bool
    {
        return false;
    }

    public function questions(ProbeFactory $asking, Intent $intent, Pair $pair): ?array
    {
        return null;
    }
}
