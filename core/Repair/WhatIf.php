<?php

declare(strict_types=1);

namespace Vorhut\Core\Repair;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Net\PortSet;
use Vorhut\Core\Record\InvalidFile;

/** Turns something typed into a change that can be tried without keeping it. */
final readonly class WhatIf
{
    /** What can be tried, by the kind of thing it is tried on. */
    public const FIELDS = [
        'device' => ['address' => 'address with mask', 'gateway' => 'gateway', 'segment' => 'segment'],
        'router' => [
            'rule' => 'add a filter rule at the top',
            'route' => 'add a static route',
            'default' => 'default action',
            'stateful' => 'Stateful filter',
            'multicast' => 'multicast routing',
        ],
        'segment' => ['querier' => 'IGMP querier', 'snooping' => 'IGMP snooping'],
    ];

    public function __construct(private Job $job) {}

    /**
     * Several changes, each made on the outcome of the one before, as one.
     *
     * @param non-empty-list<array{string, string, string}> $trials thing, field and value of each
     *
     * @throws InvalidValue
     * @throws InvalidFile when the changed job would not be well formed
     */
    public static function together(Job $job, array $trials): ChangeSet
    {
        $change = new ChangeSet('', []);
        foreach ($trials as $number => $trial) {
            $next = (new self($job))->change(...$trial);
            $job = $job->with($next);
            $change = 0 === $number ? $next : $change->then($next);
        }

        return $change;
    }

    /**
     * @param string $on such as device:receiver-3
     *
     * @throws InvalidValue
     */
    public function change(string $on, string $field, string $value): ChangeSet
    {
        [$kind, $id] = explode(':', $on.':', 3);
        $value = trim($value);
        $name = 'segment' === $kind ? $this->job->segments[$id]->name ?? $id : $this->job->nameOf($id);
        if (!isset(self::FIELDS[$kind][$field])) {
            throw new InvalidValue(
                $kind.' '.$field,
                implode(', ', array_map(static fn (array $f): string => implode(', ', array_keys($f)), self::FIELDS)),
                'Choose what to try.',
            );
        }
        $edit = match (true) {
            'device' === $kind && isset($this->job->devices[$id]) => $this->job->editInterface(Device::class, $id, 0, [
                $field => $this->device($field, $value),
            ]),
            'router' === $kind && isset($this->job->routers[$id]) => $this->job->edit(
                Router::class,
                $id,
                $this->router($this->job->routers[$id], $field, $value),
            ),
            'segment' === $kind && isset($this->job->segments[$id]) => $this->job->edit(Segment::class, $id, [
                $field => self::yes($value),
            ]),
            default => throw new InvalidValue($on, 'a device, router or segment of this job', 'Such as device:receiver-3.'),
        };

        $shown = 'segment' === $field ? $this->job->segments[$value]->name ?? $value : $value;

        return new ChangeSet(
            \sprintf('%s of %s: %s', ucfirst(self::FIELDS[$kind][$field]), $name, '' === $shown ? 'none' : $shown),
            [$edit],
        );
    }

    private function device(string $field, string $value): ?string
    {
        return match ($field) {
            'address' => (string) InterfaceAddress::fromString($value),
            'gateway' => '' === $value ? null : (string) Ipv4Address::fromString($value),
            default => isset($this->job->segments[$value])
                ? $value
                : throw new InvalidValue(
                    $value,
                    'the id of a segment: '.implode(', ', \array_slice(array_keys($this->job->segments), 0, 12)),
                    'Write the id, not the name.',
                ),
        };
    }

    /** @return array<string, mixed> */
    private function router(Router $router, string $field, string $value): array
    {
        $record = $this->job->record(Router::class, $router->id) ?? [];

        return match ($field) {
            'rule' => ['rules' => [self::rule($value), ...array_values((array) ($record['rules'] ?? []))]],
            'route' => ['routes' => [...array_values((array) ($record['routes'] ?? [])), self::route($value)]],
            'default' => [
                'defaultAction' => \in_array($value, ['permit', 'deny'], true)
                    ? $value
                    : throw new InvalidValue($value, 'permit or deny', ''),
            ],
            'stateful' => ['stateful' => self::yes($value)],
            default => [
                'interfaces' => array_map(
                    static fn (mixed $i): mixed => \is_array($i) ? [...$i, 'multicast' => self::yes($value)] : $i,
                    array_values((array) ($record['interfaces'] ?? [])),
                ),
            ],
        };
    }

    /**
     * "permit udp port 5060 from 10.47.10.0/24 to any", as repairs are worded.
     *
     * @return array<string, string>
     */
    private static function rule(string $text): array
    {
        if (
            1
            !== preg_match(
                '/^(permit|deny)(?:\s+(tcp|udp|icmp|any))?(?:\s+ports?\s+([\d,\s-]+?))?(?:\s+from\s+(\S+))?(?:\s+to\s+(\S+))?$/iD',
                $text,
                $m,
                \PREG_UNMATCHED_AS_NULL,
            )
        ) {
            throw new InvalidValue(
                $text,
                'permit or deny, then protocol, port, from and to',
                'Such as: permit udp port 5060 from 10.47.10.0/24 to any',
            );
        }
        $rule = ['action' => strtolower($m[1])];
        foreach (['from' => $m[4] ?? null, 'to' => $m[5] ?? null] as $key => $prefix) {
            $rule[$key] = null === $prefix || 'any' === strtolower($prefix)
                ? 'any'
                : (string) Ipv4Prefix::fromString(str_contains($prefix, '/') ? $prefix : $prefix.'/32');
        }
        if (isset($m[2])) {
            $rule['protocol'] = strtolower($m[2]);
        }
        if (isset($m[3])) {
            PortSet::fromString($m[3]);
            $rule['ports'] = str_replace(' ', '', $m[3]);
        }

        return $rule;
    }

    /** @return array<string, string> */
    private static function route(string $text): array
    {
        if (1 !== preg_match('/^(\S+)\s+via\s+(\S+)$/iD', $text, $m)) {
            throw new InvalidValue($text, 'a prefix and the next hop', 'Such as: 10.47.60.0/25 via 10.47.1.2');
        }

        return ['to' => (string) Ipv4Prefix::fromString($m[1]), 'via' => (string) Ipv4Address::fromString($m[2])];
    }

    private static function yes(string $text): bool
    {
        return match (strtolower($text)) {
            'yes', 'on', 'true' => true,
            'no', 'off', 'false' => false,
            default => throw new InvalidValue($text, 'yes or no', ''),
        };
    }
}
