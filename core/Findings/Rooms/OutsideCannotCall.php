<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Rooms;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Conference;

/** Who calls from outside needs the public address behind which a codec stands, or a relay. */
#[About('outside-cannot-call', 'no public address', Section::Media, view: 'rooms')]
final class OutsideCannotCall extends Rule
{
    private const WAYS = ['public-address', 'relay'];

    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->all(Conference::class) as $conference) {
            $host = $plan->job->devices[$conference->host];
            $known = array_filter(self::WAYS, static fn (string $s): bool => '' !== ($plan->settings()->value($host, $s)?->text() ?? ''));
            $isAble = null !== $plan->settings()->setting($host, self::WAYS[0]);
            if ($conference->outside > 0 && $isAble && [] === $known) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf('%s has outside sites, but %s has no public address', $conference->name, $host->name),
                    why: 'Its private address cannot be reached from outside.',
                    devices: [$host->id],
                    advice: 'Ask the network administrator for a public address and port forwards, or plan an external relay.',
                    value: $conference->id,
                    records: [['conferences', $conference->id]],
                );
            }
        }
    }
}
