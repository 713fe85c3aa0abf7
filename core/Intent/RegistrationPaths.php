<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Reach\Node\Network;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Reach\Walk\Topology;
use Vorhut\Core\Voice\Registrations;

/** Registrations as far as the network lets them through: request and answer between the unit and its phone system. */
final readonly class RegistrationPaths implements Registrations
{
    private ExchangeCache $asks;

    public function __construct(private Job $job, ?Network $network = null)
    {
        $network ??= Topology::network($job);
        $this->asks = new ExchangeCache($job, new Exchange($network), new PartyExpansion($job, $network));
    }

    public function whyNot(Extension $extension): ?string
    {
        $unit = $this->job->devices[$extension->device ?? ''] ?? null;
        $server = $this->job->devices[$extension->server ?? ''] ?? null;
        if (null === $unit) {
            return null;
        }
        if (null === $server) {
            return \sprintf('%s has no planned phone system.', $extension->number);
        }
        $leaf = $this->asks->ask($unit->id, $server->id, ExchangeCache::sip(), '');
        if ($leaf->span->holds()) {
            return null;
        }

        return \sprintf('%s cannot register at %s. %s', $unit->name, $server->name, $leaf->cause->text ?? '');
    }
}
