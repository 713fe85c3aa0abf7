<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Rooms;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Conference;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\PortForward;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Net\Protocol;

/** Behind a translation a codec is seen and heard only on the ports that are handed on to it. */
#[About('media-not-forwarded', 'media not forwarded', Section::Media, view: 'rooms')]
final class MediaNotForwarded extends Rule
{
    private const FROM = 'media-from';
    private const TO = 'media-to';
    private const PUBLIC = 'public-address';

    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->all(Conference::class) as $conference) {
            $host = $plan->job->devices[$conference->host];
            [$first, $last] = [$this->port($plan, $host, self::FROM), $this->port($plan, $host, self::TO)];
            $public = $plan->settings()->value($host, self::PUBLIC)?->text() ?? '';
            $router = 0 === $conference->outside ? null : $this->router($plan, $public);
            if (null === $router || null === $first || null === $last || $this->isHandedOn(
                router: $router,
                public: $public,
                host: $host,
                first: $first,
                last: $last,
            )) {
                continue;
            }
            yield $this->found(
                severity: Severity::Error,
                title: \sprintf('%s does not forward media to %s', $router->name, $host->name),
                why: \sprintf('Outside callers send their media to %s, UDP ports %d to %d.', $public, $first, $last),
                devices: [$host->id, $router->id],
                advice: \sprintf('Add a port forward for UDP %d to %d to %s on %s.', $first, $last, $host->name, $router->name),
                change: $this->handOn(plan: $plan, router: $router, public: $public, host: $host, first: $first, last: $last),
                records: [['conferences', $conference->id]],
            );
        }
    }

    private function port(Plan $plan, Device $host, string $setting): ?int
    {
        $value = $plan->settings()->value($host, $setting)?->value();

        return \is_int($value) ? $value : null;
    }

    /** The router of the plan that has the public address; null where somebody else's has it. */
    private function router(Plan $plan, string $public): ?Router
    {
        foreach ($plan->job->routers as $router) {
            foreach ($router->interfaces as $interface) {
                foreach ($interface->addresses() as $address) {
                    if ((string) $address->address === $public) {
                        return $router;
                    }
                }
            }
        }

        return null;
    }

    private function isHandedOn(Router $router, string $public, Device $host, int $first, int $last): bool
    {
        $forwards = array_filter(
            $router->forwards,
            static fn (PortForward $f): bool => Protocol::Udp === $f->protocol
                && (string) $f->interface === $public
                && (string) $f->to === (string) $host->primaryAddress()?->address,
        );
        for ($port = $first; $port <= $last; ++$port) {
            if ([] === array_filter($forwards, static fn (PortForward $f): bool => $port === $f->inside($port))) {
                return false;
            }
        }

        return true;
    }

    private function handOn(Plan $plan, Router $router, string $public, Device $host, int $first, int $last): ?ChangeSet
    {
        $to = $host->primaryAddress()?->address;
        $before = $plan->job->records['routers'][$router->id]['forwards'] ?? [];

        return null === $to ? null : new ChangeSet(
            \sprintf('%s forwards media to %s', $router->name, $host->name),
            [$plan->job->edit(Router::class, $router->id, ['forwards' => [...(\is_array($before) ? $before : []), [
                'interface' => $public, 'protocol' => 'udp', 'port' => $first, 'to' => (string) $to, 'lastPort' => $last,
            ]]])],
        );
    }
}
