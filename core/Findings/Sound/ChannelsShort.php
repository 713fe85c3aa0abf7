<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Sound;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Chain;

/** A chain carries as many channels as its narrowest stage. */
#[About('channels-short', 'too few channels', Section::Media, view: 'chains')]
final class ChannelsShort extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->all(Chain::class) as $chain) {
            $sum = $plan->sumOf($chain);
            $narrow = $sum->narrowest();
            if (null !== $chain->channels && null !== $narrow && $narrow->channels < $chain->channels) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf(
                        '%s passes %d of %d channels of %s',
                        $narrow->stage->name,
                        $narrow->channels,
                        $chain->channels,
                        $chain->name,
                    ),
                    why: 'Channels above that are lost.',
                    devices: $narrow->units(),
                    advice: 'Plan fewer channels, or a stage with more.',
                    value: $chain->id,
                    records: [['chains', $chain->id]],
                );
            }
        }
    }
}
