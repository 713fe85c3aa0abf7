<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Profile\DeviceProfile;

/** What a list may name in this job. */
final readonly class ListHelp
{
    /**
     * @param list<string> $kinds
     * @param list<string> $segments
     */
    private function __construct(public array $kinds, public array $segments) {}

    public static function fromJob(Job $job): self
    {
        $segments = [];
        foreach ($job->segments as $segment) {
            $segments[] = $segment->name.(null === $segment->vlan ? '' : ' or '.$segment->vlan);
        }

        $kinds = array_map(static fn (DeviceProfile $p): string => $p->name, $job->profiles->all());

        return new self(array_values($kinds), [] === $segments ? ['none yet'] : $segments);
    }
}
