<?php

declare(strict_types=1);

namespace Vorhut\Core\Provision;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;

/** A zone with the host names of a job, as name servers read it (RFC 1035, section 5). */
final class DnsZone
{
    /**
     * @param string $domain such as phones.example.net
     * @param int $serial of the plan, so that it rises with each change
     *
     * @throws InvalidValue
     */
    public static function of(Job $job, string $domain, int $serial): string
    {
        $domain = strtolower(rtrim($domain, '.'));
        if (1 !== preg_match('/^(?=.{1,200}$)(?:[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?\.)+[a-z0-9-]{2,63}$/D', $domain)) {
            throw new InvalidValue($domain, 'a domain of letters, digits, hyphens and dots', 'Such as phones.example.net.');
        }
        $lines = [
            \sprintf('$ORIGIN %s.', $domain),
            '$TTL 3600',
            \sprintf('@ IN SOA ns.%1$s. hostmaster.%1$s. ( %2$d 3600 600 604800 300 )', $domain, max(1, $serial)),
        ];
        $server = self::server($job);
        array_push($lines, ...(null === $server ? ['@ IN NS ns.invalid.'] : ['@ IN NS ns', 'ns IN A '.$server]));
        foreach ($job->devices as $device) {
            $address = $device->primaryAddress()?->address;
            if (null !== $device->hostname && null !== $address) {
                $lines[] = \sprintf('%s IN A %s', strtolower($device->hostname), $address);
            }
        }

        return implode("\n", $lines)."\n";
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
