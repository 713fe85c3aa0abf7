<?php

declare(strict_types=1);

namespace Vorhut\Core\Repair;

use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Reach\Cause\CauseRule;
use Vorhut\Core\Reach\Cause\PathDirection;
use Vorhut\Core\Reach\Node\RouteFinder;

/** What the client's network administrator can change: routes, rules, what routers remember, multicast, relays, queriers. */
final readonly class RouterCandidates
{
    public function __construct(private Job $job) {}

    /**
     * @param non-empty-list<Fault> $faults
     *
     * @return list<Candidate>
     */
    public function rules(array $faults): array
    {
        $router = $this->job->routers[$faults[0]->cause->at] ?? null;
        if (null === $router) {
            return [];
        }
        if (PathDirection::Reply === $faults[0]->cause->leg && !$router->stateful) {
            return [
                $this->changed(
                    $router,
                    ['stateful' => true],
                    \sprintf('Make the filter of %s stateful, so that replies to permitted requests pass', $router->name),
                    \sprintf(
                        'please make the filter of %s stateful, so that replies to permitted requests pass.',
                        $router->name,
                    ),
                ),
            ];
        }
        $wide = $narrow = [];
        foreach ($faults as $fault) {
            if ($fault->cause->at !== $router->id) {
                continue;
            }
            $from = Ipv4Address::fromString($fault->cause->values['from']);
            $to = Ipv4Address::fromString($fault->cause->values['to']);
            $service = $this->service($fault);
            $wide[$this->home($from).$this->home($to).implode('', $service)]
                = ['action' => 'permit', 'from' => (string) $this->home($from), 'to' => (string) $this->home($to)]
                + $service;
            $narrow[$from.' '.$to.implode('', $service)] = ['action' => 'permit', 'from' => $from.'/32', 'to' => $to.'/32'] + $service;
        }
        // First match counts: a permit stands before the first denial that stops one of them.
        $at = \count($router->rules);
        foreach ($faults as $fault) {
            if ($fault->cause->at === $router->id && CauseRule::FilterRule === $fault->cause->rule) {
                $at = min($at, (int) ($fault->cause->values['rule'] ?? '1') - 1);
            }
        }

        return array_map(
            fn (array $rules): Candidate => $this->withRules($router, array_values($rules), $at),
            array_values(array_filter([$wide, $narrow], static fn (array $rules): bool => \count($rules) <= 4)),
        );
    }

    /**
     * A rule that stops what must not be.
     *
     * @param list<string> $hops
     */
    public function denial(PairPrediction $leak, array $hops, ?Ipv4Address $source): ?Candidate
    {
        $leaf = $leak->leak();
        foreach ($hops as $hop) {
            $router = $this->job->routers[$hop] ?? null;
            if (null === $router || null === $leaf?->target || null === $leaf->service || null === $source) {
                continue;
            }
            $rule = [
                'action' => 'deny',
                'from' => (string) $this->home($source),
                'to' => (string) $this->home($leaf->target),
                'protocol' => $leaf->service->protocol->value,
            ];
            if (null !== $leaf->service->firstPort) {
                $rule['ports'] = self::ports($leaf->service->firstPort, $leaf->service->lastPort ?? $leaf->service->firstPort);
            }

            return $this->withRules($router, [$rule], 0);
        }

        return null;
    }

    /** @param list<array<string, string>> $rules */
    private function withRules(Router $router, array $rules, int $at): Candidate
    {
        $lines = array_map(
            static fn (array $r): string => trim(
                \sprintf(
                    '%s %s %s from %s to %s',
                    $r['action'],
                    $r['protocol'] ?? '',
                    isset($r['ports']) ? 'port '.$r['ports'] : '',
                    $r['from'],
                    $r['to'],
                ),
            ),
            $rules,
        );
        $lines = array_map(static fn (string $l): string => (string) preg_replace('/ +/', ' ', $l), $lines);
        $record = $this->job->record(Router::class, $router->id)['rules'] ?? [];
        $record = \is_array($record) ? array_values($record) : [];
        array_splice($record, $at, 0, $rules);
        $where = $at >= \count($router->rules) ? 'after its other rules' : \sprintf('before its rule %d', $at + 1);

        return $this->changed(
            $router,
            ['rules' => $record],
            \sprintf('On %s %s', $router->name, implode(' and ', $lines)),
            \sprintf(
                "please add to %s, %s:\n%s",
                $router->name,
                $where,
                implode("\n", array_map(static fn (string $l): string => '  '.$l, $lines)),
            ),
        );
    }

    /** @return array<string, string> protocol and ports of what was stopped, whole ranges for media */
    private function service(Fault $fault): array
    {
        $range = null === $fault->media ? $fault->service : (PathDirection::Reply === $fault->cause->leg ? $fault->media : $fault->service);
        $port = (int) ($fault->cause->values['port'] ?? '0');
        $rule = ['protocol' => $fault->cause->values['protocol'] ?? 'any'];
        if (0 === $port) {
            return $rule;
        }
        $first = $range->firstPort ?? 0;
        $last = $range->lastPort ?? $first;

        return $rule + ['ports' => $port >= $first && $port <= $last ? self::ports($first, $last) : (string) $port];
    }

    private static function ports(int $first, int $last): string
    {
        return $first === $last ? (string) $first : $first.'-'.$last;
    }

    /**
     * @param non-empty-list<Fault> $faults
     *
     * @return list<Candidate>
     */
    public function routes(array $faults): array
    {
        $candidates = [];
        foreach ($faults as $fault) {
            $router = $this->job->routers[$fault->cause->at] ?? null;
            $destination = Ipv4Address::tryFrom($fault->cause->values['destination'] ?? '');
            $to = null === $destination ? null : $this->home($destination);
            $via = null === $router || null === $to ? null : (new RouteFinder($this->job))->nextHop($router, $to);
            if (null === $router || null === $to || null === $via) {
                continue;
            }
            $routes = array_values(
                array_filter(
                    (array) ($this->job->record(Router::class, $router->id)['routes'] ?? []),
                    static fn (mixed $r): bool => !\is_array($r) || ($r['to'] ?? null) !== (string) $to,
                ),
            );
            $routes[] = ['to' => (string) $to, 'via' => (string) $via];
            $sentence = \sprintf('On %s add the static route %s via %s', $router->name, $to, $via);
            $candidates[$sentence] = $this->changed(
                $router,
                ['routes' => $routes],
                $sentence,
                \sprintf("please add to %s the static route:\n  %s via %s", $router->name, $to, $via),
            );
        }

        return \array_slice(array_values($candidates), 0, 3);
    }

    /**
     * @param non-empty-list<Fault> $faults
     *
     * @return list<Candidate>
     */
    public function multicast(array $faults): array
    {
        $cause = $faults[0]->cause;
        $router = $this->job->routers[$cause->at] ?? null;

        return null === $router
            ? []
            : [
                $this->onInterfaces(
                    $router,
                    [$cause->values['in'] ?? '', $cause->values['out'] ?? ''],
                    'multicast',
                    'enable multicast routing',
                ),
            ];
    }

    /**
     * @param non-empty-list<Fault> $faults
     *
     * @return list<Candidate>
     */
    public function relays(array $faults): array
    {
        $segments = [];
        foreach ([$faults[0]->pair->from, $faults[0]->pair->to] as $id) {
            $segments[] = $this->job->devices[$id]->interfaces[0]->segment ?? '';
        }
        foreach ($this->job->routers as $router) {
            $has = array_map(static fn ($i): string => $i->segment, $router->interfaces);
            if ([] === array_diff($segments, $has)) {
                return [$this->onInterfaces($router, $segments, 'mdnsRelay', 'enable the mDNS relay')];
            }
        }

        return [];
    }

    /** @param list<string> $segments */
    private function onInterfaces(Router $router, array $segments, string $flag, string $what): Candidate
    {
        $interfaces = [];
        foreach ((array) ($this->job->record(Router::class, $router->id)['interfaces'] ?? []) as $interface) {
            $interfaces[] = \is_array($interface) && \in_array($interface['segment'] ?? null, $segments, true)
                ? [...$interface, $flag => true]
                : $interface;
        }
        $names = implode(' and ', array_map($this->segmentName(...), $segments));

        return $this->changed(
            $router,
            ['interfaces' => $interfaces],
            \sprintf('On %s %s between %s', $router->name, $what, $names),
            \sprintf('please, on %s, %s between %s.', $router->name, $what, $names),
        );
    }

    /**
     * @param non-empty-list<Fault> $faults
     *
     * @return list<Candidate>
     */
    public function queriers(array $faults): array
    {
        $candidates = [];
        foreach ($faults as $fault) {
            $segment = $this->job->segments[$fault->cause->values['segment'] ?? ''] ?? null;
            if (null !== $segment) {
                $sentence = 'Enable an IGMP querier in '.$segment->name;
                $candidates[$segment->id] = new Candidate(
                    new ChangeSet($sentence, [$this->job->edit(Segment::class, $segment->id, ['querier' => true])]),
                    $sentence,
                    Responsible::Client,
                    \sprintf(
                        'please enable the IGMP querier (version 2 or 3) for %s%s. Its switches use IGMP snooping; without a '
                        .'querier, memberships expire after about 260 s.',
                        $segment->name,
                        null === $segment->vlan ? '' : ', VLAN '.$segment->vlan,
                    ),
                );
            }
        }

        return array_values($candidates);
    }

    /** The subnet planned around an address; the address alone where none is. */
    private function home(Ipv4Address $address): Ipv4Prefix
    {
        foreach ($this->job->segments as $segment) {
            $subnet = $segment->subnetOf($address);
            if (null !== $subnet) {
                return $subnet->prefix;
            }
        }

        return Ipv4Prefix::fromString($address.'/32');
    }

    private function segmentName(string $id): string
    {
        return $this->job->segments[$id]->name ?? $id;
    }

    /** @param array<string, mixed> $values */
    private function changed(Router $router, array $values, string $sentence, string $request): Candidate
    {
        return new Candidate(
            new ChangeSet($sentence, [$this->job->edit(Router::class, $router->id, $values)]),
            $sentence,
            Responsible::Client,
            $request,
        );
    }
}
