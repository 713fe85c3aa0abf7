<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Values;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Profile\Setting\Setting;
use Vorhut\Core\Reach\Node\Node;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Reach\Walk\Outcome;

/** A unit that cannot reach its time server has a wrong clock some weeks later. */
#[About('time-unreachable', 'time server unreachable', Section::Networks)]
final class TimeUnreachable extends Rule
{
    private const PORT = 123;

    public function check(Plan $plan): iterable
    {
        $exchange = new Exchange($plan->network());
        $why = $groups = [];
        foreach ($plan->job->devices as $device) {
            $server = self::server($plan, $device);
            $port = $device->interfaces[0] ?? null;
            $node = $plan->network()->node($device->id);
            if (null === $server || null === $port?->address || null === $node) {
                continue;
            }
            $key = \sprintf('%s %s %s', $port->segment, $port->gateway, $server);
            $why[$key] ??= self::why($exchange, $node, $server);
            if ('' !== $why[$key]) {
                $groups[$port->segment.' '.$server.' '.$why[$key]][] = [$device, $server, $why[$key]];
            }
        }
        foreach ($groups as $members) {
            [$first, $server, $reason] = $members[0];
            $more = \count($members) - 1;
            yield $this->found(
                severity: Severity::Warning,
                title: \sprintf(
                    '%s%s not reach the time server %s',
                    $first->name,
                    match ($more) {
                        0 => ' does',
                        1 => ' and one more do',
                        default => \sprintf(' and %d more do', $more),
                    },
                    $server,
                ),
                why: $reason,
                devices: array_map(static fn (array $m): string => $m[0]->id, $members),
                advice: \sprintf('Permit NTP (UDP 123, RFC 5905) to %s, or set a time server that is reachable.', $server),
                segment: ($first->interfaces[0] ?? null)->segment ?? null,
                value: (string) $server,
            );
        }
    }

    /** Why no answer comes; '' where one does, or nobody is known to listen. */
    private static function why(Exchange $exchange, Node $node, Ipv4Address $server): string
    {
        $verdict = $exchange->ask($node, $server, new Service(Protocol::Udp, self::PORT, self::PORT));

        return $verdict->isOk() || Outcome::Refused === $verdict->outcome
            ? ''
            : rtrim($verdict->cause->text ?? 'The reply does not come back', '.').'.';
    }

    private static function isOfTheClock(Setting $setting): bool
    {
        return str_contains($setting->computed, '{@ntp');
    }

    private static function server(Plan $plan, Device $device): ?Ipv4Address
    {
        foreach ($plan->settings()->some($device, self::isOfTheClock(...)) as $value) {
            if (!$value->isOpen()) {
                return Ipv4Address::tryFrom(explode(', ', $value->text())[0]);
            }
        }

        return null;
    }
}
