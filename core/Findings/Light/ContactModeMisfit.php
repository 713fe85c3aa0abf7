<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Light;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;

/** What overrides must do so as long as its cause lasts: a contact that toggles forgets which state it was in. */
#[About('contact-mode-misfit', Section::Media, view: 'light')]
final class ContactModeMisfit extends Rule
{
    private const OVERRIDES = 'contact-overrides';
    private const MODE = 'contact-mode';

    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->devices as $device) {
            if (null === $plan->settings()->setting($device, self::OVERRIDES)) {
                continue;
            }
            $value = static fn (string $setting): mixed => $plan->settings()->value($device, $setting)?->value();
            if (true === $value(self::OVERRIDES) && 'toggle' === $value(self::MODE)) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf('The contact of %s overrides, and toggles', $device->name),
                    why: 'After a power cut, or a second pulse, it is the wrong way round.',
                    devices: [$device->id],
                    advice: 'Let it hold while the contact is closed.',
                    change: $plan->tell($device, [self::MODE => 'closed'], \sprintf('The contact of %s holds while closed', $device->name)),
                );
            }
        }
    }
}
