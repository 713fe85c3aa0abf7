<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Rooms;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Conference;
use Vorhut\Core\Profile\Capacity;

/** A codec hosts as many sites as it is licensed for, itself included. */
#[About('sites-beyond-licence', 'too many sites', Section::Media, view: 'rooms')]
final class SitesBeyondLicence extends Rule
{
    private const SITES = 'sites';
    /** Two talk without any licence. */
    private const PAIR = 2;

    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->all(Conference::class) as $conference) {
            $host = $plan->job->devices[$conference->host];
            $sites = 1 + \count(array_diff($conference->sites, [$host->id])) + $conference->outside;
            $capacities = $plan->job->profileOf($host)->capacities;
            $capacity = array_values(array_filter($capacities, static fn (Capacity $c): bool => self::SITES === $c->id))[0] ?? null;
            $allowed = null === $capacity ? null : $plan->licences()->capacity($host, $capacity)['allowed'];
            if (null !== $capacity && null !== $allowed && $sites > max(self::PAIR, $allowed)) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf(
                        '%s has %d sites; %s is licensed for %d, itself included',
                        $conference->name,
                        $sites,
                        $host->name,
                        max(self::PAIR, $allowed),
                    ),
                    why: 'Sites that join later are refused.',
                    devices: [$host->id],
                    advice: $plan->licences()->order($host, $capacity, $sites - $allowed),
                    value: $conference->id,
                    records: [['conferences', $conference->id]],
                );
            }
        }
    }
}
