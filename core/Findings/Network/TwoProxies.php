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
#[About('two-arp-proxies', Section::Networks, short: 'two answer for others')]
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
                        '%s all answer ARP for others in %s',
                        implode(' and ', array_map(static fn (Router $r): string => $r->name, $routers)),
                        $plan->network()->segmentName((string) $segment),
                    ),
                    why: 'For what both lead to, whichever is heard first is used: the way changes from hour to hour.',
                    devices: array_map(strval(...), array_keys($routers)),
                    advice: 'Leave proxy ARP on at one of them.',
                    change: null,
                    segment: (string) $segment,
                );
            }
        }
    }
}
