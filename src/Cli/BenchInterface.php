<?php

declare(strict_types=1);

namespace Vorhut\App\Cli;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;

/** The interface of this machine on which leases are given: named, confirmed, in a subnet of the job, not the way to the internet. */
final readonly class BenchInterface
{
    private function __construct(public string $name, public string $address, public string $segment) {}

    /** @throws InvalidValue */
    public static function named(?string $name, Job $job, bool $confirmed): self
    {
        /** @var array<string, array{unicast?: list<array{address?: string}>}> $all */
        $all = net_get_interfaces();
        $names = array_values(array_diff(array_keys($all), ['lo']));
        $allowed = 'an interface of this machine: '.implode(', ', $names);
        if (null === $name || !\in_array($name, $names, true)) {
            throw new InvalidValue((string) $name, $allowed, 'Name the one that leads to the bench with --interface.');
        }
        if (!$confirmed) {
            $advice = 'Ask first: two DHCP servers in one network conflict.';
            throw new InvalidValue('not confirmed', '--confirmed, that there is no other DHCP server', $advice);
        }
        if (self::isTheWayOut($name)) {
            throw new InvalidValue($name, 'an interface without the default route', 'Use a separate interface for the bench.');
        }
        $addresses = [];
        foreach ($all[$name]['unicast'] ?? [] as $one) {
            $address = Ipv4Address::tryFrom($one['address'] ?? '');
            if (null !== $address) {
                $addresses[] = (string) $address;
                foreach ($job->segments as $segment) {
                    if (null !== $segment->subnetOf($address)) {
                        return new self($name, (string) $address, $segment->id);
                    }
                }
            }
        }

        throw new InvalidValue(
            [] === $addresses ? $name.' without an address' : implode(', ', $addresses),
            'an address in a subnet of the job',
            'Give the interface a free one first.',
        );
    }

    private static function isTheWayOut(string $name): bool
    {
        foreach (explode("\n", (string) file_get_contents('/proc/net/route')) as $line) {
            $fields = preg_split('/\s+/', $line);
            if (\is_array($fields) && $name === $fields[0] && '00000000' === ($fields[1] ?? '')) {
                return true;
            }
        }

        return false;
    }
}
