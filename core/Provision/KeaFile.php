<?php

declare(strict_types=1);

namespace Vorhut\Core\Provision;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Profile\LeaseOption;
use Vorhut\Core\Profile\LeaseShape;
use Vorhut\Core\Record\Json;

/** Leases, reservations and options as the Kea server for DHCPv4 reads them. */
final class KeaFile implements LeaseFile
{
    public static function write(Job $job, ?FileServer $files, array $segments = []): string
    {
        $subnets = [];
        foreach (LeasedNet::all($job, $segments) as $number => $net) {
            $subnets[] = [
                'id' => $number + 1,
                'subnet' => (string) $net->subnet->prefix,
                'user-context' => ['comment' => $net->segment->name],
                'pools' => array_map(static fn ($range): array => ['pool' => $range->first.' - '.$range->last], $net->subnet->dhcp),
                'option-data' => self::servers($net),
                'reservations' => array_map(static fn (Reservation $r): array => self::reservation($job, $files, $r), $net->reservations),
            ];
        }

        return Json::pretty(['Dhcp4' => [
            'valid-lifetime' => 3600,
            'interfaces-config' => ['interfaces' => []],
            'lease-database' => ['type' => 'memfile'],
            'subnet4' => $subnets,
        ]]);
    }

    /** @return list<array<string, mixed>> */
    private static function servers(LeasedNet $net): array
    {
        $options = [];
        foreach ([
            'routers' => (string) $net->subnet->gateway,
            'domain-name-servers' => implode(', ', $net->segment->dns),
            'ntp-servers' => implode(', ', $net->segment->ntp),
        ] as $name => $value) {
            if ('' !== $value) {
                $options[] = ['name' => $name, 'data' => $value];
            }
        }

        return $options;
    }

    /** @return array<string, mixed> */
    private static function reservation(Job $job, ?FileServer $files, Reservation $reservation): array
    {
        $options = [];
        foreach ($job->profileOf($reservation->device)->provisioning->options as $option) {
            $value = $files?->fill($option->value);
            if (null !== $value) {
                $data = strtoupper(bin2hex(self::bytes($option, $value)));
                $options[] = ['code' => $option->code, 'csv-format' => false, 'always-send' => true, 'data' => $data];
            }
        }

        return array_filter([
            'hw-address' => strtolower($reservation->mac->withColons()),
            'ip-address' => null === $reservation->address ? null : (string) $reservation->address->address,
            'hostname' => $reservation->host,
            'option-data' => [] === $options ? null : $options,
        ], static fn (mixed $value): bool => null !== $value);
    }

    /** An option inside another stands there with its code and length (RFC 2132, section 8.4). */
    private static function bytes(LeaseOption $option, string $value): string
    {
        $bytes = LeaseShape::Address === $option->shape ? pack('N', Ipv4Address::fromString($value)->value) : $value;

        return null === $option->inside ? $bytes : \chr($option->inside).\chr(\strlen($bytes)).$bytes;
    }
}
