<?php

declare(strict_types=1);

namespace Vorhut\Field\Identity;

use Amp\CancelledException;
use Amp\Sync\LocalSemaphore;
use Amp\TimeoutCancellation;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Visit\UnitMarks;
use Vorhut\Field\Lab\LabBlocks;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Net\Neighbours;
use Vorhut\Field\Net\PingSocket;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Probe\Echoes;
use Vorhut\Field\Probe\InTheLab;
use Vorhut\Field\Probe\OnSite;
use Vorhut\Field\Probe\TestSite;
use Vorhut\Field\StandIn\PresenceStandIn;

use function Amp\async;
use function Amp\Future\await;

/** Looks at every unit that has an address, many at once. */
final readonly class UnitLooks
{
    private const AT_ONCE = 100;
    private const HTTP = 80;
    private const HTTPS = 443;

    private function __construct(private TestSite $place, private UnitLook $look) {}

    /** Stand-ins, looked at from the bench beside them. */
    public static function inTheLab(Job $job, LabBlocks $blocks, float $seconds): self
    {
        $sockets = new Sockets(new TargetGate());
        $ports = LabPorts::ofThisUser();
        $port = $ports->toLab(PresenceStandIn::PORT);
        $echoes = new Echoes($sockets, $seconds);
        $mac = static fn (string $target): ?MacAddress => self::whose($sockets, $target, $port, $seconds);
        $echo = static fn (string $target): bool => $echoes->datagram($target, $port, null);

        return new self(
            new InTheLab(new LabNetwork($job, $blocks), $ports),
            new UnitLook($sockets, $mac, $echo, $seconds),
        );
    }

    /**
     * Real units, in field mode; their MACs as far as this machine stands in their segment.
     *
     * @param list<Ipv4Prefix> $confirmed
     * @param TargetGate|null $gate one that may be shut meanwhile
     */
    public static function onSite(array $confirmed, float $seconds, ?TargetGate $gate = null): self
    {
        $sockets = new Sockets($gate ?? new TargetGate($confirmed));
        $echoes = new Echoes($sockets, $seconds);
        $mac = static fn (string $target): ?MacAddress => Neighbours::now()[$target] ?? null;
        $echo = static fn (string $target): bool => PingSocket::isPermitted() && $echoes->ping($target);

        return new self(new OnSite($confirmed), new UnitLook($sockets, $mac, $echo, $seconds));
    }

    /**
     * @param \Closure(string, UnitMarks): bool $onUnit told each unit; false stops
     *
     * @throws \Vorhut\Field\Net\RefusedTarget
     */
    public function all(Job $job, \Closure $onUnit): void
    {
        $semaphore = new LocalSemaphore(self::AT_ONCE);
        $futures = [];
        $go = true;
        foreach ($job->devices as $device) {
            $planned = $device->primaryAddress();
            $target = null === $planned ? null : $this->place->target($planned->address);
            if (null === $target) {
                continue;
            }
            $lock = $semaphore->acquire();
            if (!$go) {
                $lock->release();
                break;
            }
            $futures[] = async(function () use ($job, $device, $target, $lock, $onUnit, &$go): void {
                try {
                    $marks = $this->one($job, $device, (string) $target);
                    $go = $onUnit($device->id, $marks) && $go;
                } finally {
                    $lock->release();
                }
            });
        }
        await($futures);
    }

    private function one(Job $job, Device $device, string $target): UnitMarks
    {
        $ports = [];
        foreach ($device->interfaces[0]->listens ?? $job->profileOf($device)->services as $service) {
            if (Protocol::Tcp === $service->protocol && null !== $service->firstPort && $service->firstPort === $service->lastPort) {
                $ports[$service->firstPort] = $this->place->port($service->firstPort);
            }
        }
        $others = array_values(array_diff_key($ports, [self::HTTP => true, self::HTTPS => true]));

        return $this->look->at($target, $ports[self::HTTP] ?? null, $ports[self::HTTPS] ?? null, $others);
    }

    /** What address resolution would say in the segment. */
    private static function whose(Sockets $sockets, string $target, int $port, float $seconds): ?MacAddress
    {
        $socket = $sockets->udpToward($target, null);
        try {
            $socket->send($target, $port, PresenceStandIn::WHOSE);
            $time = new TimeoutCancellation($seconds);
            while (null !== ($datagram = $socket->receive($time))) {
                if ($datagram[0] === $target) {
                    return MacAddress::tryFrom($datagram[2]);
                }
            }

            return null;
        } catch (CancelledException) {
            return null;
        } finally {
            $socket->close();
        }
    }
}
