<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Rooms;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Device;

/** Behind one public address a router forwards a port to one unit only. */
#[About('media-ports-shared', 'media ports used twice', Section::Media, view: 'rooms')]
final class MediaPortsShared extends Rule
{
    private const PUBLIC = 'public-address';
    private const FROM = 'media-from';
    private const TO = 'media-to';
    private const LAST = 65535;

    public function check(Plan $plan): iterable
    {
        foreach (self::behind($plan) as $address => $ends) {
            $free = 1 + max(array_column($ends, 2));
            foreach ($ends as $n => [$device, $first, $last]) {
                $other = self::overlapping(\array_slice($ends, 0, $n), $first, $last);
                if (null !== $other) {
                    $others = [$free, $free + $last - $first];
                    $room = $others[1] > self::LAST ? null : $others;
                    yield $this->finding(
                        plan: $plan,
                        one: $other,
                        other: $device,
                        address: (string) $address,
                        ports: [$first, $last],
                        free: $room,
                    );
                    $free = $others[1] + 1;
                }
            }
        }
    }

    /** @return array<string, non-empty-list<array{Device, int, int}>> units with the first and last of their ports, by public address */
    private static function behind(Plan $plan): array
    {
        $behind = [];
        foreach ($plan->job->devices as $device) {
            $public = $plan->settings()->value($device, self::PUBLIC)?->text() ?? '';
            $first = $plan->settings()->value($device, self::FROM)?->value();
            $last = $plan->settings()->value($device, self::TO)?->value();
            if ('' !== $public && \is_int($first) && \is_int($last) && $first <= $last) {
                $behind[$public][] = [$device, $first, $last];
            }
        }

        return $behind;
    }

    /** @param list<array{Device, int, int}> $ends */
    private static function overlapping(array $ends, int $first, int $last): ?Device
    {
        foreach ($ends as [$device, $from, $to]) {
            if ($from <= $last && $first <= $to) {
                return $device;
            }
        }

        return null;
    }

    /**
     * @param array{int, int} $ports that both have
     * @param array{int, int}|null $free as many that nobody has
     */
    private function finding(Plan $plan, Device $one, Device $other, string $address, array $ports, ?array $free): Finding
    {
        return $this->found(
            severity: Severity::Error,
            title: \sprintf('%s and %s have the same media ports behind %s', $one->name, $other->name, $address),
            why: \sprintf(
                'The router forwards UDP ports %d to %d to one of them: calls from outside to the other have no media.',
                ...$ports,
            ),
            devices: [$one->id, $other->id],
            advice: null === $free
                ? 'Set a range of its own on each.'
                : \sprintf('Set media ports %d to %d on %s, and forward them to it.', $free[0], $free[1], $other->name),
            change: null === $free ? null : $plan->tell(
                $other,
                [self::FROM => $free[0], self::TO => $free[1]],
                \sprintf('Media ports %d to %d on %s', $free[0], $free[1], $other->name),
            ),
            value: $other->id,
        );
    }
}
