<?php

declare(strict_types=1);

namespace Vorhut\Core\Provision;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Profile\LeaseOption;
use Vorhut\Core\Profile\LeaseShape;
use Vorhut\Core\Record\Field\PlainText;

/** Leases, reservations and options as dnsmasq reads them. */
final class DnsmasqFile implements LeaseFile
{
    public static function write(Job $job, ?FileServer $files, array $segments = []): string
    {
        $lines = ['# '.self::plain($job->info->name), 'dhcp-authoritative', 'dhcp-no-override'];
        $kinds = [];
        foreach (LeasedNet::all($job, $segments) as $number => $net) {
            $tag = 'net-'.($number + 1);
            $lines[] = '# '.self::plain($net->segment->name);
            foreach ($net->subnet->dhcp as $range) {
                $lines[] = \sprintf('dhcp-range=set:%s,%s,%s,%s,1h', $tag, $range->first, $range->last, $net->subnet->prefix->dottedMask());
            }
            if ([] === $net->subnet->dhcp) {
                $network = Ipv4Address::fromInt($net->subnet->prefix->network);
                $lines[] = \sprintf('dhcp-range=set:%s,%s,static,%s,1h', $tag, $network, $net->subnet->prefix->dottedMask());
            }
            foreach (self::servers($net) as $option => $value) {
                $lines[] = \sprintf('dhcp-option=tag:%s,option:%s,%s', $tag, $option, $value);
            }
            foreach ($net->reservations as $reservation) {
                $address = null === $reservation->address ? '' : ','.$reservation->address->address;
                $kind = $reservation->device->profile;
                $lines[] = \sprintf('dhcp-host=%s,set:%s%s,%s', $reservation->mac->withColons(), $kind, $address, $reservation->host);
                $kinds[$kind] = true;
            }
        }
        foreach (array_keys($kinds) as $kind) {
            foreach ($job->profiles->get((string) $kind)->provisioning->options as $option) {
                $value = $files?->fill($option->value);
                if (null !== $value) {
                    $lines[] = \sprintf('dhcp-option-force=tag:%s,%s', $kind, self::option($option, $value));
                }
            }
        }

        return implode("\n", $lines)."\n";
    }

    private static function option(LeaseOption $option, string $value): string
    {
        $code = null === $option->inside ? (string) $option->code : \sprintf('encap:%d,%d', $option->code, $option->inside);

        return $code.','.(LeaseShape::Address === $option->shape ? $value : '"'.addcslashes(PlainText::line($value), '"\\').'"');
    }

    /** @return array<string, string> by the name of the option */
    private static function servers(LeasedNet $net): array
    {
        return array_filter([
            'router' => (string) $net->subnet->gateway,
            'dns-server' => implode(',', $net->segment->dns),
            'ntp-server' => implode(',', $net->segment->ntp),
        ], static fn (string $value): bool => '' !== $value);
    }

    private static function plain(string $text): string
    {
        return PlainText::line($text);
    }
}
