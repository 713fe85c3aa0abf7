<?php

declare(strict_types=1);

namespace Vorhut\Core\Provision;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;

/** A zone with the host names of a job, as name servers read it (RFC 1035, section 5). */
final class DnsZone
{
    /**
     * @param string $domain such as phones.example.net
     * @param int $serial of the plan, so that it rises with each change
     *
     * @throws InvalidValue
     */
    public static function write(Job $job, string $domain, int $serial): string
    {
        $domain = self::domain($domain);
        $server = self::server($job);
        $lines = self::head($domain, $domain, $serial);
        array_push($lines, ...(null === $server ? ['@ IN NS ns.invalid.'] : ['@ IN NS ns', 'ns IN A '.$server]));
        foreach (self::named($job) as [$name, $address]) {
            $lines[] = \sprintf('%s IN A %s', $name, $address);
        }

        return implode("\n", $lines)."\n";
    }

    /**
     * The way back, from addresses to names (RFC 1035, section 3.5): a zone for each 256 addresses of which one has a name.
     *
     * @return array<string, string> text by the name of the zone, such as 30.20.10.in-addr.arpa for 10.20.30.0/24
     *
     * @throws InvalidValue
     */
    public static function back(Job $job, string $domain, int $serial): array
    {
        $domain = self::domain($domain);
        $server = null === self::server($job) ? 'ns.invalid.' : \sprintf('ns.%s.', $domain);
        $zones = [];
        foreach (self::named($job) as [$name, $address]) {
            $octets = explode('.', (string) $address);
            $zone = \sprintf('%s.%s.%s.in-addr.arpa', $octets[2], $octets[1], $octets[0]);
            $zones[$zone] ??= [...self::head($zone, $domain, $serial), '@ IN NS '.$server];
            $zones[$zone][] = \sprintf('%s IN PTR %s.%s.', $octets[3], $name, $domain);
        }
        ksort($zones);

        return array_map(static fn (array $lines): string => implode("\n", $lines)."\n", $zones);
    }

    /** @throws InvalidValue */
    private static function domain(string $text): string
    {
        $domain = strtolower(rtrim($text, '.'));
        if (1 !== preg_match('/^(?=.{1,200}$)(?:[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?\.)+[a-z0-9-]{2,63}$/D', $domain)) {
            throw new InvalidValue($text, 'a domain of letters, digits, hyphens and dots', 'Such as phones.example.net.');
        }

        return $domain;
    }

    /** @return list<string> */
    private static function head(string $zone, string $domain, int $serial): array
    {
        return [
            \sprintf('$ORIGIN %s.', $zone),
            '$TTL 3600',
            \sprintf('@ IN SOA ns.%1$s. hostmaster.%1$s. ( %2$d 3600 600 604800 300 )', $domain, max(1, $serial)),
        ];
    }

    /** @return list<array{string, Ipv4Address}> host names with their addresses */
    private static function named(Job $job): array
    {
        $named = [];
        foreach ($job->devices as $device) {
            $address = $device->primaryAddress()?->address;
            if (null !== $device->hostname && null !== $address) {
                $named[] = [strtolower($device->hostname), $address];
            }
        }

        return $named;
    }

    /** The first name server that a segment is told. */
    private static function server(Job $job): ?string
    {
        foreach ($job->segments as $segment) {
            foreach ($segment->dns as $server) {
                return (string) $server;
            }
        }

        return null;
    }
}
