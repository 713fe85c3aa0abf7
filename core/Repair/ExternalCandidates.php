<?php

declare(strict_types=1);

namespace Vorhut\Core\Repair;

use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\ExternalKind;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Net\Ipv4Address;

/** What lets units get out of the plan: a segment that is said to lead to the internet, and translated addresses. */
final readonly class ExternalCandidates
{
    /** The setting of a unit that says what others dial. */
    private const PUBLIC = 'public-address';

    public function __construct(private Job $job) {}

    /**
     * Where a packet for a public address ends at an address that nobody of the plan has, or at a router without a route on.
     *
     * @param non-empty-list<Fault> $faults
     *
     * @return list<Candidate>
     */
    public function networks(array $faults): array
    {
        $candidates = [];
        foreach ($faults as $fault) {
            foreach (true === $fault->target?->isPublic() ? $this->waysOut($fault) : [] as [$segment, $router]) {
                $sentence = \sprintf('Enter that %s leads to the internet, through %s', $segment->name, $router);
                $external = ['kind' => ExternalKind::Internet->value, 'router' => (string) $router];
                $edit = $this->job->edit(Segment::class, $segment->id, ['external' => $external]);
                $candidates[$sentence] = new Candidate(new ChangeSet($sentence, [$edit]), $sentence, Responsible::Us);
            }
        }

        return array_values($candidates);
    }

    /** @return iterable<array{Segment, Ipv4Address}> segments that lead nowhere yet, and who may be their upstream router */
    private function waysOut(Fault $fault): iterable
    {
        $hop = Ipv4Address::tryFrom($fault->cause->values['gateway'] ?? '');
        $segment = $this->job->segments[$fault->cause->values['segment'] ?? ''] ?? null;
        if (null !== $hop && null !== $segment && null === $segment->external->kind) {
            yield [$segment, $hop];
        }
        $router = $this->job->routers[$fault->cause->at] ?? null;
        foreach ([] === $router?->routes ? $router->interfaces : [] as $interface) {
            $segment = $this->job->segments[$interface->segment];
            $own = $interface->address?->address;
            if (null === $segment->external->kind && true === $own?->isPublic() && $this->isNextHop($own)) {
                yield [$segment, $own];
            }
        }
    }

    /** Whether another router of the plan sends to it what it has no nearer way for. */
    private function isNextHop(Ipv4Address $address): bool
    {
        foreach ($this->job->routers as $router) {
            foreach ($router->routes as $route) {
                if ($route->via->equals($address)) {
                    return true;
                }
            }
        }

        return false;
    }

    /**
     * Who is behind a translation tells others the address before it: it has to be told that one.
     *
     * @param non-empty-list<Fault> $faults
     *
     * @return list<Candidate>
     */
    public function publicAddresses(array $faults): array
    {
        $candidates = [];
        foreach ($this->publicOnes() as $address) {
            foreach ([$faults[0]->pair->from, $faults[0]->pair->to] as $id) {
                $device = $this->job->devices[$id] ?? null;
                $settings = null === $device ? [] : array_column($this->job->profileOf($device)->settings, 'id');
                if (null !== $device && \in_array(self::PUBLIC, $settings, true) && !isset($device->settings[self::PUBLIC])) {
                    $sentence = \sprintf('Set the public address of %s to %s', $device->name, $address);
                    $edit = $this->job->edit(Device::class, $id, ['settings' => [self::PUBLIC => (string) $address] + $device->settings]);
                    $candidates[] = new Candidate(new ChangeSet($sentence, [$edit]), $sentence, Responsible::Us);
                }
            }
        }

        return $candidates;
    }

    /**
     * The port that was asked for at a router is handed to whom it was meant for.
     *
     * @param non-empty-list<Fault> $faults
     *
     * @return list<Candidate>
     */
    public function forwards(array $faults): array
    {
        $router = $this->job->routers[$faults[0]->cause->at] ?? null;
        $unit = $this->job->devices[$faults[0]->pair->to] ?? null;
        $to = $unit?->primaryAddress()?->address;
        $service = $faults[0]->service;
        if (null === $router || null === $unit || null === $to || null === $service?->firstPort) {
            return [];
        }
        $forward = [
            'interface' => $faults[0]->cause->values['address'], 'protocol' => $service->protocol->value,
            'port' => $service->firstPort, 'to' => (string) $to, 'toPort' => $service->firstPort,
        ];
        $record = $this->job->record(Router::class, $router->id)['forwards'] ?? [];
        $sentence = \sprintf('Forward %2$s to %3$s on %1$s', $router->name, $service, $unit->name);
        $before = \is_array($record) ? array_values($record) : [];
        $edit = $this->job->edit(Router::class, $router->id, ['forwards' => [...$before, $forward]]);
        $request = \sprintf('please forward %s at %s of %s to %s (%s).', $service, $forward['interface'], $router->name, $to, $unit->name);

        return [new Candidate(new ChangeSet($sentence, [$edit]), $sentence, Responsible::Client, $request)];
    }

    /** @return array<string, Ipv4Address> addresses that routers of the plan have where a segment leads to the internet */
    private function publicOnes(): array
    {
        $addresses = [];
        foreach ($this->job->routers as $router) {
            foreach ($router->interfaces as $interface) {
                $leads = ExternalKind::Internet === $this->job->segments[$interface->segment]->external->kind;
                foreach ($leads ? $interface->addresses() : [] as $own) {
                    $addresses += $own->address->isPublic() ? [(string) $own->address => $own->address] : [];
                }
            }
        }

        return $addresses;
    }

    /** @return list<Candidate> */
    public function masquerade(): array
    {
        $candidates = [];
        foreach ($this->job->routers as $router) {
            foreach ($router->interfaces as $index => $interface) {
                $segment = $this->job->segments[$interface->segment];
                if (ExternalKind::Internet === $segment->external->kind && !$interface->masquerade) {
                    $sentence = \sprintf('Enable source NAT (masquerade) on %s towards %s', $router->name, $segment->name);
                    $edit = $this->job->editInterface(Router::class, $router->id, $index, ['masquerade' => true]);
                    $request = \sprintf(
                        'please let %s translate the addresses of what goes out to %s (NAT, masquerade).',
                        $router->name,
                        $segment->name,
                    );
                    $candidates[] = new Candidate(new ChangeSet($sentence, [$edit]), $sentence, Responsible::Client, $request);
                }
            }
        }

        return $candidates;
    }
}
