<?php

declare(strict_types=1);

namespace Vorhut\Core\Light;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Profile\Setting\Setting;
use Vorhut\Core\Setting\Settings;

/** Who sends a universe, and who takes it (ANSI E1.31). */
final class Senders
{
    private const SENT = 'universes';
    private const PRIORITY = 'priority';
    private const TAKEN = '/^universe(?:-\d+)?$/D';

    /** @return array<int, non-empty-list<array{Device, int|null}>> by universe, each with its priority, the highest first */
    public static function bySender(Job $job, Settings $settings): array
    {
        $senders = [];
        foreach ($job->devices as $device) {
            if (null === $settings->setting($device, self::SENT)) {
                continue;
            }
            $priority = $settings->value($device, self::PRIORITY)?->value();
            foreach ((array) $settings->value($device, self::SENT)?->value() as $universe) {
                if (\is_int($universe)) {
                    $senders[$universe][] = [$device, \is_int($priority) ? $priority : null];
                }
            }
        }
        foreach ($senders as &$some) {
            usort($some, static fn (array $a, array $b): int => $b[1] <=> $a[1]);
        }

        return $senders;
    }

    /** @return array<int, non-empty-list<Device>> by universe */
    public static function takers(Job $job, Settings $settings): array
    {
        $takers = [];
        foreach ($job->devices as $device) {
            foreach ($settings->some($device, static fn (Setting $s): bool => 1 === preg_match(self::TAKEN, $s->id)) as $value) {
                $universe = $value->value();
                if (\is_int($universe) && !\in_array($device, $takers[$universe] ?? [], true)) {
                    $takers[$universe][] = $device;
                }
            }
        }

        return $takers;
    }
}
