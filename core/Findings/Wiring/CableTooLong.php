<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Wiring;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\LinkMedium;
use Vorhut\Core\Job\SwitchLink;
use Vorhut\Core\Load\Plugged;
use Vorhut\Core\Load\PortName;

/** Copper carries 100 m with its cords, 90 m of it in the wall (ISO/IEC 11801). */
#[About('cable-too-long', 'cable too long', Section::Networks, view: 'cables')]
final class CableTooLong extends Rule
{
    private const CHANNEL = 100;
    private const PERMANENT = 90;

    public function check(Plan $plan): iterable
    {
        foreach (Plugged::all($plan->job) as $one) {
            $what = \sprintf('%s to %s', $one->name, PortName::name($plan->job, $one->port));
            yield from $this->judged($what, $one->plug->metres ?? 0.0, [$one->unit], (string) $one->port);
        }
        foreach ($plan->job->all(SwitchLink::class) as $link) {
            if (LinkMedium::Copper === $link->medium) {
                yield from $this->judged($link->name, $link->metres ?? 0.0, [], $link->id);
            }
        }
    }

    /**
     * @param list<string> $units
     *
     * @return iterable<Finding>
     */
    private function judged(string $what, float $metres, array $units, string $value): iterable
    {
        if ($metres > self::PERMANENT) {
            $isTooLong = $metres > self::CHANNEL;
            yield $this->found(
                severity: $isTooLong ? Severity::Error : Severity::Warning,
                title: \sprintf('The copper cable from %s is %s m long; the limit is 100 m', $what, $metres),
                why: $isTooLong
                ? 'Beyond 100 m the link may fail (ISO/IEC 11801).'
                : 'With both patch cords it comes close to the limit (ISO/IEC 11801).',
                devices: $units,
                advice: 'Install a switch between them, or use fibre.',
                value: $value,
            );
        }
    }
}
