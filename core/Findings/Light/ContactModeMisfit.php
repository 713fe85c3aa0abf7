<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Light;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;

/** What overrides must do so as long as its cause lasts: a contact that toggles forgets which state it was in. */
#[About('contact-mode-misfit', 'contact mode', Section::Media, view: 'light')]
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
                    title: \sprintf('The contact input of %s has priority and is set to toggle', $device->name),
                    why: 'After a power cut or a second pulse its state is inverted.',
                    devices: [$device->id],
                    advice: \sprintf('Set the contact mode of %s to "while closed".', $device->name),
                    change: $plan->tell(
                        $device,
                        [self::MODE => 'closed'],
                        \sprintf('Set the contact mode of %s to "while closed"', $device->name),
                    ),
                );
            }
        }
    }
}
