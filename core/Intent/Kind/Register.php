<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent\Kind;

use Vorhut\Core\Intent\Asking;
use Vorhut\Core\Intent\Asks;
use Vorhut\Core\Intent\OneExchange;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Net\Service;

/** One registers at the other (SIP, RFC 3261, section 10). */
final class Register extends OneExchange
{
    public function verb(): string
    {
        return 'registers at';
    }

    public function service(Intent $intent): Service
    {
        return Asks::sip();
    }

    public function questions(Asking $asking, Intent $intent, Pair $pair): array
    {
        return [$asking->question($intent, $pair, ProbeKind::Register, ProbeKind::Register->defaultPort())];
    }
}
