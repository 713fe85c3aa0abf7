<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\ExtensionKind;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Trunk;
use Vorhut\Core\Job\TrunkKind;
use Vorhut\Core\MidSentence;
use Vorhut\Core\Profile\Feed;
use Vorhut\Core\Profile\Port;
use Vorhut\Core\Profile\PortKind;

/** Sockets for analogue phones, analogue lines and mobile cards, and what is connected to them. */
final class Sockets
{
    /** @return iterable<SocketUse> */
    public static function uses(Job $job): iterable
    {
        foreach ($job->extensions as $extension) {
            if (ExtensionKind::Analogue === $extension->kind) {
                $device = $job->devices[$extension->device ?? $extension->server ?? ''] ?? null;
                yield new SocketUse(
                    list: 'extensions',
                    id: $extension->number,
                    name: $extension->number,
                    device: $device,
                    port: $extension->port,
                    wants: Feed::Station,
                );
            }
        }
        foreach ($job->all(Trunk::class) as $trunk) {
            if (TrunkKind::Sip !== $trunk->kind) {
                $wants = TrunkKind::Mobile === $trunk->kind ? Feed::Mobile : Feed::Line;
                yield new SocketUse(
                    list: 'trunks',
                    id: $trunk->id,
                    name: $trunk->name,
                    device: $job->devices[$trunk->system ?? ''] ?? null,
                    port: $trunk->port,
                    wants: $wants,
                );
            }
        }
    }

    /** What is wrong with the socket, in the middle of a sentence; null where nothing is. */
    public static function fault(Job $job, SocketUse $use): ?string
    {
        if (null === $use->device) {
            return 'has no device';
        }
        $ports = $job->profileOf($use->device)->ports;
        $lines = array_filter($ports, static fn (Port $p): bool => PortKind::PhoneLine === $p->kind);
        $names = implode(', ', array_map(static fn (Port $p): string => $p->id, $lines));
        if (null === $use->port) {
            return \sprintf('does not exist: %s has %s', $use->device->name, '' === $names ? 'none' : $names);
        }
        foreach ($lines as $port) {
            if ($port->id === $use->port) {
                return null === $port->slot ? null : self::module($job, $use->device, $port->slot, $use->wants);
            }
        }

        return \sprintf('does not exist on %s, which has %s', $use->device->name, '' === $names ? 'none' : $names);
    }

    private static function module(Job $job, Device $device, string $slot, Feed $wants): ?string
    {
        foreach ($device->modules as $fitted) {
            foreach ($fitted->slot === $slot ? $job->profileOf($device)->modules : [] as $module) {
                if ($module->id === $fitted->module) {
                    $said = \sprintf('has a %s, not one %s', MidSentence::label($module->name), $wants->label());

                    return $wants === $module->feeds ? null : $said;
                }
            }
        }

        return \sprintf('has no %s module', $wants->label());
    }
}
