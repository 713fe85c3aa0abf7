<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver\Document;

use Vorhut\App\Plan\JobContext;
use Vorhut\App\Provision\Bundles;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Provision\DnsZone;

final readonly class LeasesDocument implements Document
{
    private const DOMAIN = 'example.net';

    public function __construct(private Bundles $bundles) {}

    public function name(): string
    {
        return 'leases';
    }

    public function title(): string
    {
        return 'DHCP reservations (two formats) and DNS zones';
    }

    public function files(JobContext $context): iterable
    {
        foreach (['dnsmasq', 'kea', 'zone'] as $what) {
            try {
                $bundle = $this->bundles->bundle($context, $what, self::DOMAIN);
                yield 'servers/'.$bundle->name => $bundle->content;
            } catch (InvalidValue $e) {
                yield 'servers/'.$what.'-not-made.txt' => $e->getMessage()."\n";
            }
        }
        foreach (DnsZone::back($context->job, self::DOMAIN, $context->revision) as $zone => $text) {
            yield 'servers/'.$zone.'.zone' => $text;
        }
    }
}
