<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Vorhut\App\Web\View\FormField;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Repair\WhatIf;

/** What can be tried on one thing of the plan, each with the fields to choose it by. */
final readonly class TrialForms
{
    private const YES_OR_NO = ['yes' => 'yes', 'no' => 'no'];
    private const PREFIXES = 'prefixes';

    /**
     * @param string $on such as device:receiver-3
     *
     * @return list<array{field: string, label: string, now: string, fields: list<FormField>}>
     */
    public static function forms(Job $job, string $on): array
    {
        [$kind, $id] = explode(':', $on.':', 3);
        $forms = [];
        foreach (WhatIf::FIELDS[$kind] ?? [] as $field => $label) {
            $now = self::now($job, $kind, $id, $field);
            $forms[] = ['field' => $field, 'label' => ucfirst($label), 'now' => $now, 'fields' => self::fields($job, $field, $now)];
        }

        return $forms;
    }

    /** @return list<FormField> */
    private static function fields(Job $job, string $field, string $now): array
    {
        $text = static fn (string $name, string $label, string $placeholder): FormField => new FormField(
            $name,
            $label,
            technical: true,
            placeholder: $placeholder,
            suggestions: self::PREFIXES,
        );

        return match ($field) {
            'segment' => [self::choice('value', 'becomes', array_map(static fn ($s): string => $s->name, $job->segments), $now)],
            'rule' => [
                self::choice('value[action]', 'Action', ['permit' => 'permit', 'deny' => 'deny']),
                self::choice('value[protocol]', 'Protocol', array_combine(['any', 'tcp', 'udp', 'icmp'], ['any', 'tcp', 'udp', 'icmp'])),
                $text('value[ports]', 'Ports', 'any'),
                $text('value[from]', 'From', 'any'),
                $text('value[to]', 'To', 'any'),
            ],
            'route' => [$text('value[to]', 'To', '10.47.60.0/25'), $text('value[via]', 'Next hop', '10.47.1.2')],
            'default' => [self::choice('value', 'becomes', ['deny' => 'deny', 'permit' => 'permit'], 'deny' === $now ? 'permit' : 'deny')],
            'stateful', 'multicast', 'querier', 'snooping' => [
                self::choice('value', 'becomes', self::YES_OR_NO, 'yes' === $now ? 'no' : 'yes'),
            ],
            default => [new FormField('value', 'becomes', $now, technical: true)],
        };
    }

    /** @param array<array-key, string> $of */
    private static function choice(string $name, string $label, array $of, string $value = ''): FormField
    {
        return new FormField($name, $label, $value, 'select', options: $of);
    }

    private static function now(Job $job, string $kind, string $id, string $field): string
    {
        $yes = static fn (?bool $is): string => true === $is ? 'yes' : 'no';
        $interface = ('device' === $kind ? $job->devices[$id] ?? null : null)?->interfaces[0] ?? null;
        $router = 'router' === $kind ? $job->routers[$id] ?? null : null;
        $segment = 'segment' === $kind ? $job->segments[$id] ?? null : null;

        return match ($field) {
            'address' => (string) $interface?->address,
            'gateway' => (string) $interface?->gateway,
            'segment' => (string) $interface?->segment,
            'default' => (string) $router?->defaultAction->value,
            'stateful' => $yes($router?->stateful),
            'multicast' => $yes(null !== $router && [] !== array_filter($router->interfaces, static fn ($i): bool => $i->multicast)),
            'querier' => $yes($segment?->querier),
            'snooping' => $yes($segment?->snooping),
            default => '',
        };
    }
}
