<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Media;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Profile\Setting\Setting;

/** Of the dial under a camera and its page one wins: where they say different pictures somebody looks at the wrong one. */
#[About('dial-against-page', 'rotary switch and page differ', Section::Media)]
final class DialAgainstPage extends Rule
{
    private const DIAL = 'format';
    private const PAGE = 'page-format';

    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->devices as $device) {
            $dial = $plan->settings()->setting($device, self::DIAL);
            $page = $plan->settings()->setting($device, self::PAGE);
            $typed = [$device->settings[self::DIAL] ?? null, $device->settings[self::PAGE] ?? null];
            if (null === $dial || null === $page || null === $typed[1]) {
                continue;
            }
            $says = $typed[0] ?? $dial->default;
            $shown = self::picture($dial, $says);
            if (null === $shown || $shown === self::picture($page, $typed[1])) {
                continue;
            }
            yield $this->found(
                severity: Severity::Error,
                title: \sprintf(
                    'The rotary switch of %s is set to %s, its web page to %s',
                    $device->name,
                    $shown,
                    self::picture($page, $typed[1]) ?? 'another',
                ),
                why: 'The switch takes precedence and is read only at power-up.',
                devices: [$device->id],
                advice: 'Clear the value on the page, or turn the switch to the position that leaves it to the page.',
                change: new ChangeSet(
                    \sprintf('Cleared the format on the page of %s', $device->name),
                    [$plan->job->edit(Device::class, $device->id, ['settings' => array_diff_key($device->settings, [self::PAGE => null])])],
                ),
            );
        }
    }

    private static function picture(Setting $setting, mixed $value): ?string
    {
        foreach ($setting->choices as $choice) {
            if ($choice->value === $value) {
                return $choice->means;
            }
        }

        return null;
    }
}
