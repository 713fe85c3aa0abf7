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

/** One reaches a service of the other; without a name for it, its echo (ICMP). */
final class ReachIntent extends OneExchange
{
    public function verb(): string
    {
        return 'reaches';
    }

    public function isForAnybody(): bool
    {
        return true;
    }

    public function takesService(): bool
    {
        return true;
    }

    public function service(Intent $intent): Service
    {
        return $intent->service ?? new Service(Protocol::Icmp);
    }

    public function questions(ProbeFactory $asking, Intent $intent, Pair $pair): array
    {
        $service = $this->service($intent);

        return match ($service->protocol) {
            Protocol::Tcp => [$asking->service($intent, $pair, $service)],
            Protocol::Icmp => [$asking->question($intent, $pair, ProbeKind::Echo, ProbeKind::Echo->defaultPort())],
            Protocol::Udp, Protocol::Any => [],
        };
    }
}
