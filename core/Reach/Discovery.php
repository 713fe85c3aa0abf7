<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach;

use Vorhut\Core\Addressing\AddressRange;
use Vorhut\Core\Addressing\Ipv4Address;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Service;
use Vorhut\Core\Profile\Finder;
use Vorhut\Core\Profile\FindMethod;

/** Whether a station finds a unit, by which of the methods both of them speak, and else why not. */
final class Discovery
{
    /** @var array<string, array<string, Heard>> receivers of a broadcast, by station, its port and the UDP port */
    private array $broadcasts = [];

    private readonly Shout $shout;

    public function __construct(private readonly Job $job, private readonly Exchange $exchange)
    {
        $this->shout = new Shout($exchange);
    }

    /** @return list<MethodResult> every method both sides speak, in the station's order; empty where there is none */
    public function find(Device $station, Device $unit, Ipv4Address $address): array
    {
        $results = [];
        $answers = $this->job->profileOf($unit)->answers;
        foreach ($this->job->profileOf($station)->finds as $finder) {
            foreach ($answers as $answer) {
                if ($finder->meets($answer)) {
                    $results[] = $this->by($finder, $station, $unit, $address);
                    break;
                }
            }
        }

        return $results;
    }

    /** Whether the address is among those the station polls. */
    public static function isListed(Device $station, string $setting, Ipv4Address $address): bool
    {
        foreach ($station->settingList($setting) as $entry) {
            try {
                if (AddressRange::fromString($entry)->contains($address)) {
                    return true;
                }
            } catch (InvalidValue) {
                // A name or a typing mistake: it does not cover the address.
            }
        }

        return false;
    }

    /** Whether a question to 224.0.0.251 gets there: within a segment, or repeated by a relay into another one (RFC 6762). */
    public function hearsMulticastDns(Node $asker, Node $unit): bool
    {
        $from = array_filter(array_map(static fn (Port $p): ?string => $p->segment, $asker->ports), static fn (?string $s): bool => null !== $s);
        foreach ($unit->ports as $port) {
            if (null !== $port->segment && [] !== $port->addresses && isset($unit->joins[Shout::MDNS_GROUP]) && (\in_array($port->segment, $from, true) || $this->relayed(array_values($from), $port->segment))) {
                return true;
            }
        }

        return false;
    }

    private function by(Finder $finder, Device $station, Device $unit, Ipv4Address $address): MethodResult
    {
        return match ($finder->method) {
            FindMethod::UnicastList => $this->byList($finder, $station, $unit, $address),
            FindMethod::Broadcast => $this->byBroadcast($finder, $station, $unit),
            FindMethod::MulticastDns => $this->byMulticastDns($finder, $station, $unit),
        };
    }

    private function byList(Finder $finder, Device $station, Device $unit, Ipv4Address $address): MethodResult
    {
        if (!self::isListed($station, $finder->listSetting, $address)) {
            return new MethodResult($finder, false, new Cause($station->id, 'not-in-list', ['setting' => $finder->listSetting, 'address' => (string) $address], \sprintf('%s polls only the addresses in its list, and %s of %s is not among them', $station->name, $address, $unit->name)));
        }
        $verdict = $this->exchange->ask($this->node($station), $address, new Service($finder->protocol, $finder->port, $finder->port));

        return new MethodResult($finder, $verdict->isOk(), $verdict->cause, $verdict);
    }

    private function byBroadcast(Finder $finder, Device $station, Device $unit): MethodResult
    {
        foreach ($this->node($station)->ports as $port) {
            $key = $station->id.'/'.$port->index.'/'.$finder->port;
            if (!isset($this->broadcasts[$key])) {
                $this->broadcasts[$key] = [];
                foreach ($this->shout->broadcast($this->node($station), $finder->port, $port) as $heard) {
                    $this->broadcasts[$key][$heard->node->id] = $heard;
                }
            }
            $heard = $this->broadcasts[$key][$unit->id] ?? null;
            if (null !== $heard) {
                return new MethodResult($finder, $heard->replyArrives, $heard->cause);
            }
        }

        return new MethodResult($finder, false, new Cause($station->id, 'broadcast-stays', ['port' => (string) $finder->port], \sprintf('%s shouts by broadcast, which stays in its own segment; %s stands in another', $station->name, $unit->name)));
    }

    private function byMulticastDns(Finder $finder, Device $station, Device $unit): MethodResult
    {
        if ($this->hearsMulticastDns($this->node($station), $this->node($unit))) {
            return new MethodResult($finder, true, null);
        }

        return new MethodResult($finder, false, new Cause($station->id, 'multicast-dns-stays', ['group' => '224.0.0.251'], \sprintf('%s asks 224.0.0.251, which no router passes on and no relay repeats; %s stands in another segment', $station->name, $unit->name)));
    }

    /**
     * A router that repeats multicast DNS in both segments.
     *
     * @param list<string> $from
     */
    private function relayed(array $from, string $to): bool
    {
        foreach ($this->exchange->network->membersOf($to) as [$router, $port]) {
            if (!$port->mdnsRelay) {
                continue;
            }
            foreach ($router->ports as $other) {
                if ($other->mdnsRelay && \in_array($other->segment, $from, true)) {
                    return true;
                }
            }
        }

        return false;
    }

    private function node(Device $device): Node
    {
        return $this->exchange->network->nodes[$device->id];
    }
}
