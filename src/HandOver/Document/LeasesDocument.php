<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver\Document;

use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Provision\Bundles;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Provision\DnsZone;

final readonly class LeasesDocument implements Document
{
    private const DOMAIN = 'example.net';

    public function __construct(private Bundles $bundles)
    {
    }

    public function name(): string
    {
        return 'leases';
    }

    public function title(): string
    {
        return 'Leases for two DHCP servers, zones for a name server';
    }

    public function place(): int
    {
        return 50;
    }

    public function files(JobInHand $hand): iterable
    {
        foreach (['dnsmasq', 'kea', 'zone'] as $what) {
            try {
                $bundle = $this->bundles->of($hand, $what, self::DOMAIN);
                yield 'servers/'.$bundle->name => $bundle->content;
            } catch (InvalidValue $e) {
                yield 'servers/'.$what.'-not-made.txt' => $e->getMessage()."\n";
            }
        }
        foreach (DnsZone::back($hand->job, self::DOMAIN, $hand->revision) as $zone => $text) {
            yield 'servers/'.$zone.'.zone' => $text;
        }
    }
}
