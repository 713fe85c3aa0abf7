<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Power;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;

/** The device with the lowest temperature rating decides how warm a rack may get. */
#[About('rack-too-warm', 'rack temperature', Section::Power)]
final class RackTooWarm extends Rule
{
    /** Degrees by which it is warmer in a rack with a door. */
    private const INSIDE = 5;

    public function check(Plan $plan): iterable
    {
        foreach ($plan->racks() as $sum) {
            $tender = $sum->tenderest();
            if (null === $tender) {
                continue;
            }
            foreach ($plan->job->placesOf($sum->rack->location) as $place) {
                if (null === $place->celsius) {
                    continue;
                }
                if ($place->celsius + self::INSIDE > $tender->celsius) {
                    yield $this->found(
                        severity: Severity::Warning,
                        title: \sprintf(
                            '%s reaches %d °C inside; %s is rated to %d °C',
                            $sum->rack->name,
                            $place->celsius + self::INSIDE,
                            $tender->name,
                            $tender->celsius,
                        ),
                        why: \sprintf(
                            '%s reaches %d °C, and a rack is about %d K warmer inside.',
                            $place->name,
                            $place->celsius,
                            self::INSIDE,
                        ),
                        devices: $tender->devices(),
                        advice: \sprintf('Ventilate the rack for a heat load of %d W (%d BTU/h).', $sum->watts(), $sum->btuPerHour()),
                        value: $sum->rack->id,
                        records: [['racks', $sum->rack->id]],
                    );
                }
                break;
            }
        }
    }
}
