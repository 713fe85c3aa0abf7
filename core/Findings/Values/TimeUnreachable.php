<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Values;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Findings\Stop;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Reach\Walk\Outcome;

/** A unit that cannot reach its time server has a wrong clock some weeks later. */
final class TimeUnreachable implements Rule
{
    private const PORT = 123;

    public function about(): About
    {
        return new About('time-unreachable', 385, Stop::Networks);
    }

    public function check(Plan $plan): iterable
    {
        $exchange = null;
        $asked = [];
        foreach ($plan->job->devices as $device) {
            $server = self::server($plan, $device);
            if (null === $server) {
                continue;
            }
            $port = $device->interfaces[0] ?? null;
            $key = \sprintf('%s %s %s', $port?->segment, $port?->gateway, $server);
            if (!isset($asked[$key])) {
                $exchange ??= new Exchange($plan->network());
                $node = $plan->network()->node($device->id);
                $verdict = null === $node ? null : $exchange->ask($node, $server, new Service(Protocol::Udp, self::PORT, self::PORT));
                $asked[$key] = null === $verdict || $verdict->isOk() || Outcome::Refused === $verdict->outcome
                    ? ''
                    : ($verdict->cause->text ?? 'The answer does not come back.');
            }
            if ('' === $asked[$key]) {
                continue;
            }
            yield new Finding(
                $this->about(),
                Severity::Care,
                \sprintf('%s does not reach its time server %s', $device->name, $server),
                $asked[$key],
                [$device->id],
                'Let NTP through (UDP port 123, RFC 5905), or name a server that can be reached.',
                segment: $port?->segment,
                value: (string) $server,
            );
        }
    }

    private static function server(Plan $plan, Device $device): ?Ipv4Address
    {
        foreach ($plan->settings()->of($device) as $value) {
            if (str_contains($value->setting->computed, '{@ntp') && !$value->isOpen()) {
                return Ipv4Address::tryFrom(explode(', ', $value->text())[0]);
            }
        }

        return null;
    }
}
