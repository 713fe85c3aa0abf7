<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Network;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Router;

/** In a segment one router at most answers ARP for what lies elsewhere (RFC 1027). */
#[About('two-arp-proxies', 'two ARP proxies', Section::Networks)]
final class TwoProxies extends Rule
{
    public function check(Plan $plan): iterable
    {
        $proxies = [];
        foreach ($plan->job->routers as $router) {
            foreach ($router->interfaces as $interface) {
                if ($interface->proxyArp) {
                    $proxies[$interface->segment][$router->id] = $router;
                }
            }
        }
        foreach ($proxies as $segment => $routers) {
            if (\count($routers) > 1) {
                yield $this->found(
                    severity: Severity::Warning,
                    title: \sprintf(
                        '%s are all ARP proxies in %s',
                        implode(' and ', array_map(static fn (Router $r): string => $r->name, $routers)),
                        $plan->network()->segmentName((string) $segment),
                    ),
                    why: 'The first reply wins, so the path to a destination that several can reach changes.',
                    devices: array_map(strval(...), array_keys($routers)),
                    advice: 'Disable proxy ARP on all of them but one.',
                    change: null,
                    segment: (string) $segment,
                );
            }
        }
    }
}
