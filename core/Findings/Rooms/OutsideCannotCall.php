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
#[About('outside-cannot-call', Section::Media, view: 'rooms')]
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
                    title: \sprintf('%s has sites from outside, and %s no public address', $conference->name, $host->name),
                    why: 'They dial what stands at the foot of its screen: the address before the translation gets nobody there.',
                    devices: [$host->id],
                    advice: 'Ask the network administrator for the address and the forwarded ports, or take a relay.',
                    value: $conference->id,
                    records: [['conferences', $conference->id]],
                );
            }
        }
    }
}
