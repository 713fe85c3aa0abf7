<?php

declare(strict_types=1);

namespace Vorhut\App\Networks;

use Symfony\Component\HttpFoundation\Request;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NewId;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Record\InvalidFile;

/** The fields of a segment with one subnet, as texts; whatever was typed is kept until it is right. */
final readonly class SegmentForm
{
    public function __construct(
        public ?string $id = null,
        public string $name = '',
        public string $vlan = '',
        public string $prefix = '',
        public string $gateway = '',
        public string $dhcp = '',
        public string $reserved = '',
        public string $dns = '',
        public string $ntp = '',
        public bool $snooping = false,
        public bool $querier = false,
        /** The router that has the gateway's address; "+" makes one. */
        public string $router = '',
        /** What lies beyond it, outside the plan. */
        public string $external = '',
    ) {}

    public static function fromJob(Job $job, Segment $segment): self
    {
        $subnet = $segment->subnets[0] ?? null;

        return new self(
            id: $segment->id,
            name: $segment->name,
            vlan: (string) $segment->vlan,
            prefix: null === $subnet ? '' : (string) $subnet->prefix,
            gateway: (string) $subnet?->gateway,
            dhcp: implode(', ', $subnet->dhcp ?? []),
            reserved: implode(', ', $subnet->reserved ?? []),
            dns: implode(', ', $segment->dns),
            ntp: implode(', ', $segment->ntp),
            snooping: $segment->snooping,
            querier: $segment->querier,
            router: self::routerOf($job, $segment),
            external: $segment->external->kind->value ?? '',
        );
    }

    public static function fromRequest(Request $request): self
    {
        $text = static fn (string $key): string => trim($request->request->getString($key));

        return new self(
            id: '' === $text('id') ? null : $text('id'),
            name: $text('name'),
            vlan: $text('vlan'),
            prefix: $text('prefix'),
            gateway: $text('gateway'),
            dhcp: $text('dhcp'),
            reserved: $text('reserved'),
            dns: $text('dns'),
            ntp: $text('ntp'),
            snooping: $request->request->getBoolean('snooping'),
            querier: $request->request->getBoolean('querier'),
            router: $text('router'),
            external: $text('external'),
        );
    }

    /** @throws InvalidFile */
    public function changeSet(Job $job): ChangeSet
    {
        if ('' === $this->name) {
            throw InvalidFile::at(path: '$.name', given: '', allowed: 'a name of 1 to 120 characters', advice: 'Such as Voice, Northpier.');
        }
        $id = $this->id ?? NewId::make($job, 'segments', $this->name, 'segment');
        $before = $job->record(Segment::class, $id);
        $subnets = \is_array($before['subnets'] ?? null) ? array_values($before['subnets']) : [];
        if ('' !== $this->prefix) {
            $first = \is_array($subnets[0] ?? null) ? $subnets[0] : [];
            $subnets[0] = [
                ...$first,
                'prefix' => $this->prefix(),
                'gateway' => '' === $this->gateway ? null : $this->gateway,
                'dhcp' => self::list($this->dhcp),
                'reserved' => self::list($this->reserved),
            ];
        } else {
            $subnets = \array_slice($subnets, 1);
        }
        if ('' !== $this->vlan && 1 !== preg_match('/^\d{1,4}$/D', $this->vlan)) {
            throw InvalidFile::at('$.vlan', $this->vlan, 'a whole number from 1 to 4094', 'Leave it blank for an untagged segment.');
        }
        $after = [
            ...$before ?? ['id' => $id],
            'name' => $this->name,
            'vlan' => '' === $this->vlan ? null : (int) $this->vlan,
            'subnets' => $subnets,
            'dns' => self::list($this->dns),
            'ntp' => self::list($this->ntp),
            'snooping' => $this->snooping,
            'querier' => $this->querier,
            'external' => $this->external($before),
        ];

        return new ChangeSet(
            null === $before ? \sprintf('Added segment %s', $this->name) : \sprintf('Changed segment %s', $this->name),
            [new Edit(Segment::class, $id, $before, $after), ...$this->routerEdits($job, $id)],
        );
    }

    /**
     * What is known of the network beyond stays as long as there is one.
     *
     * @param array<array-key, mixed>|null $before
     *
     * @return array<array-key, mixed>|null
     */
    private function external(?array $before): ?array
    {
        $known = \is_array($before['external'] ?? null) ? $before['external'] : [];

        return '' === $this->external ? null : ['kind' => $this->external] + $known;
    }

    /**
     * The chosen router gets the gateway's address here, and whoever had that of the gateway before gives it up.
     *
     * @return list<Edit>
     */
    private function routerEdits(Job $job, string $segment): array
    {
        $before = ($job->segments[$segment] ?? null)?->subnets[0]->gateway ?? null;
        $at = '' === $this->gateway || '' === $this->prefix
            ? null
            : $this->gateway.'/'.Ipv4Prefix::fromString($this->prefix())->length;
        $edits = [];
        foreach ($job->routers as $router) {
            $chosen = $router->id === $this->router ? $at : null;
            $list = $job->record(Router::class, $router->id)['interfaces'] ?? [];
            $list = \is_array($list) ? array_values($list) : [];
            $legs = self::legs(router: $router, list: $list, segment: $segment, before: $before, at: $chosen);
            if ($legs !== $list) {
                $edits[] = $job->edit(Router::class, $router->id, ['interfaces' => $legs]);
            }
        }
        if ('+' === $this->router && null !== $at) {
            // The first is the core of the house, the others are told apart by their segment.
            $name = [] === $job->routers ? 'Core router' : $this->name.' router';
            $id = NewId::make($job, 'routers', $name, 'router');
            $new = ['id' => $id, 'name' => $name, 'interfaces' => [['segment' => $segment, 'address' => $at]]];
            $edits[] = new Edit(Router::class, $id, null, $new);
        }

        return $edits;
    }

    /**
     * A router's interfaces with the one that stands for the gateway of a segment put in, changed or taken out.
     *
     * @param list<mixed> $list
     * @param Ipv4Address|null $before the gateway as it was
     * @param string|null $at the gateway with its length, where this router is to have it
     *
     * @return list<mixed>
     */
    private static function legs(Router $router, array $list, string $segment, ?Ipv4Address $before, ?string $at): array
    {
        foreach ($router->interfaces as $index => $interface) {
            $gateway = null !== $before && $before->value === $interface->address?->address->value;
            if ($interface->segment === $segment && ($gateway || null === $interface->address)) {
                $record = \is_array($list[$index]) ? $list[$index] : [];
                $list[$index] = null === $at ? null : ['address' => $at] + $record;
                $at = null;
            }
        }
        $list[] = null === $at ? null : ['segment' => $segment, 'address' => $at];

        return array_values(array_filter($list, static fn (mixed $i): bool => null !== $i));
    }

    /** The router that has the gateway's address in a segment; none where nobody has. */
    public static function routerOf(Job $job, Segment $segment): string
    {
        $gateway = ($segment->subnets[0]->gateway ?? null)?->value;
        foreach (null === $gateway ? [] : $job->routers as $router) {
            foreach ($router->interfaces as $interface) {
                if ($interface->segment === $segment->id && $interface->address?->address->value === $gateway) {
                    return $router->id;
                }
            }
        }

        return '';
    }

    /** A dotted mask is taken as well as a length. */
    private function prefix(): string
    {
        try {
            return (string) Ipv4Prefix::fromString($this->prefix);
        } catch (InvalidValue $e) {
            throw InvalidFile::at('$.prefix', $this->prefix, $e->allowed, $e->advice);
        }
    }

    /** @return list<string> */
    private static function list(string $text): array
    {
        return array_values(array_filter(array_map(trim(...), explode(',', $text)), static fn (string $part): bool => '' !== $part));
    }
}
