<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Values;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\PasswordState;
use Vorhut\Core\Job\Stage;

/** The password that all units of a kind leave the carton with is known to everybody. */
#[About('default-password', 'default password', Section::Bench)]
final class DefaultPassword extends Rule
{
    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->devices as $device) {
            $isKnown = true === $plan->job->profileOf($device)->loginScheme()?->isKnown();
            $isOpen = null === $device->password
                ? $device->stage->isBeyond(Stage::Addressed)
                : PasswordState::AsShipped === $device->password;
            if (!$isKnown || !$isOpen) {
                continue;
            }
            yield $this->found(
                severity: Severity::Warning,
                title: \sprintf(
                    null === $device->password
                        ? 'No password change is recorded for %s'
                        : '%s has its default password',
                    $device->name,
                ),
                why: 'Anybody with the manual can log in.',
                devices: [$device->id],
                advice: \sprintf('Set a new password on %s and record the step.', $device->name),
                value: 'password',
            );
        }
    }
}
