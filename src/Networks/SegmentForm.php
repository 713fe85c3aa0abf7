<?php

declare(strict_types=1);

namespace Vorhut\App\Networks;

use Symfony\Component\HttpFoundation\Request;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Job\Segment;
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
        /** Only for a new one: the router that gets an interface with the gateway's address; "+" makes one. */
        public string $router = '',
    ) {
    }

    public static function of(Segment $segment): self
    {
        $subnet = $segment->subnets[0] ?? null;

        return new self(
            $segment->id,
            $segment->name,
            (string) $segment->vlan,
            null === $subnet ? '' : (string) $subnet->prefix,
            (string) $subnet?->gateway,
            implode(', ', $subnet->dhcp ?? []),
            implode(', ', $subnet->reserved ?? []),
            implode(', ', $segment->dns),
            implode(', ', $segment->ntp),
            $segment->snooping,
            $segment->querier,
        );
    }

    public static function fromRequest(Request $request): self
    {
        $text = static fn (string $key): string => trim($request->request->getString($key));

        return new self(
            '' === $text('id') ? null : $text('id'),
            $text('name'),
            $text('vlan'),
            $text('prefix'),
            $text('gateway'),
            $text('dhcp'),
            $text('reserved'),
            $text('dns'),
            $text('ntp'),
            $request->request->getBoolean('snooping'),
            $request->request->getBoolean('querier'),
            $text('router'),
        );
    }

    /** @throws InvalidFile */
    public function changeSet(Job $job): ChangeSet
    {
        if ('' === $this->name) {
            throw InvalidFile::at('$.name', '', 'a name of 1 to 120 characters', 'Such as Voice, Northpier.');
        }
        $id = $this->id ?? self::newId($job, $this->name);
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
        ];

        return new ChangeSet(
            null === $before ? \sprintf('Added segment %s', $this->name) : \sprintf('Changed segment %s', $this->name),
            [new Edit(Segment::class, $id, $before, $after), ...$this->routerEdits($job, $id)],
        );
    }

    /** @return list<Edit> */
    private function routerEdits(Job $job, string $segment): array
    {
        if ('' === $this->router || '' === $this->gateway || '' === $this->prefix) {
            return [];
        }
        $interface = [
            'segment' => $segment,
            'address' => $this->gateway.'/'.Ipv4Prefix::fromString($this->prefix())->length,
            'multicast' => false,
            'mdnsRelay' => false,
            'masquerade' => false,
        ];
        if ('+' === $this->router) {
            $id = self::newId($job, 'Core router');

            return [
                new Edit(Router::class, $id, null, [
                    'id' => $id,
                    'name' => 'Core router',
                    'interfaces' => [$interface],
                    'routes' => [],
                    'rules' => [],
                    'defaultAction' => 'permit',
                    'stateful' => true,
                    'forwards' => [],
                ]),
            ];
        }
        $list = $job->record(Router::class, $this->router)['interfaces'] ?? null;

        return \is_array($list) ? [$job->edit(Router::class, $this->router, ['interfaces' => [...array_values($list), $interface]])] : [];
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

    private static function newId(Job $job, string $name): string
    {
        $base = trim(substr(trim((string) preg_replace('/[^a-z0-9]+/', '-', strtolower($name)), '-'), 0, 50), '-');
        $base = '' === $base ? 'segment' : $base;
        $id = $base;
        for ($n = 2; isset($job->segments[$id]) || isset($job->routers[$id]) || isset($job->devices[$id]); ++$n) {
            $id = $base.'-'.$n;
        }

        return $id;
    }
}
