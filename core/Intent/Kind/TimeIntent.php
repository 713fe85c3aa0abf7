<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent\Kind;

use Vorhut\Core\Intent\OneExchange;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\ProbeFactory;
use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;

/** One asks the other for the time, by NTP (RFC 5905). */
final class TimeIntent extends OneExchange
{
    private const PORT = 123;

    public function verb(): string
    {
        return 'takes its time from';
    }

    public function service(Intent $intent): Service
    {
        return new Service(Protocol::Udp, self::PORT, self::PORT);
    }

    public function questions(ProbeFactory $asking, Intent $intent, Pair $pair): array
    {
        return [$asking->question($intent, $pair, ProbeKind::Ntp, self::PORT)];
    }
}
