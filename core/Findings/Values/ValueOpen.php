<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Values;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\MidSentence;
use Vorhut\Core\Setting\SettingValue;

/** An open value blocks the step that enters it. */
#[About('value-open', 'value not set', Section::Devices)]
final class ValueOpen extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->devices as $device) {
            $open = array_filter(
                $plan->settings()->values($device),
                static fn (SettingValue $v): bool => $v->isDue() && !$plan->settings()->isPlanned($device, $v->setting),
            );
            if ([] === $open) {
                continue;
            }
            $names = array_map(static fn (SettingValue $v): string => MidSentence::label($v->setting->name), array_values($open));
            $asked = array_map(static fn (SettingValue $v): string => $v->setting->ask?->label() ?? '', $open);
            $asked = array_values(array_unique(array_filter($asked, static fn (string $who): bool => '' !== $who)));
            yield $this->found(
                severity: Severity::Warning,
                title: \sprintf('%s of %s: not set', ucfirst(implode(', ', $names)), $device->name),
                why: 'The steps that need it cannot be done.',
                devices: [$device->id],
                advice: [] === $asked
                    ? 'Enter the value here, or as a rule for the device type.'
                    : \sprintf('Ask %s.', implode(' and ', $asked)),
                value: implode(', ', array_map(static fn (SettingValue $v): string => $v->setting->id, $open)),
            );
        }
    }
}
