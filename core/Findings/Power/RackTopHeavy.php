<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Power;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Rack;
use Vorhut\Core\Rack\Placed;
use Vorhut\Core\Rack\RackSum;

/** What is heavy stands low: a rack that is pulled out falls over its top. */
#[About('rack-top-heavy', 'heavy device at the top', Section::Power)]
final class RackTopHeavy extends Rule
{
    /** Kilograms from which something is heavy, and by which it must be more than what is below. */
    private const HEAVY = 10.0;
    private const MORE = 5.0;

    public function check(Plan $plan): iterable
    {
        foreach ($plan->racks() as $sum) {
            $high = $this->heavyAbove($sum);
            if (null === $high) {
                continue;
            }
            [$light, $heavy] = $high;
            yield $this->found(
                severity: Severity::Warning,
                title: \sprintf(
                    '%s (%s kg) is mounted above %s (%s kg) in %s',
                    $heavy->name,
                    $heavy->kilograms,
                    $light->name,
                    $light->kilograms ?? 0,
                    $sum->rack->name,
                ),
                why: 'The rack may tip when it is pulled out.',
                devices: $heavy->devices(),
                advice: 'Mount heavy devices at the bottom.',
                change: $this->reorder($plan, $sum),
                value: $sum->rack->id,
                records: [['racks', $sum->rack->id]],
            );
        }
    }

    /** @return array{Placed, Placed}|null something light, and something much heavier above it */
    private function heavyAbove(RackSum $sum): ?array
    {
        foreach ($sum->placed as $n => $low) {
            foreach (\array_slice($sum->placed, $n + 1) as $high) {
                $more = ($high->kilograms ?? 0.0) - ($low->kilograms ?? \INF);
                if (($high->kilograms ?? 0.0) >= self::HEAVY && $more >= self::MORE) {
                    return [$low, $high];
                }
            }
        }

        return null;
    }

    private function reorder(Plan $plan, RackSum $sum): ChangeSet
    {
        $holds = $plan->job->records['racks'][$sum->rack->id]['holds'] ?? [];
        foreach ($sum->heavyLow() as $index => $unit) {
            if (\is_array($holds) && \is_array($holds[$index] ?? null)) {
                $holds[$index]['unit'] = $unit;
            }
        }

        return new ChangeSet(
            \sprintf('Heavy devices at the bottom of %s', $sum->rack->name),
            [$plan->job->edit(Rack::class, $sum->rack->id, ['holds' => $holds])],
        );
    }
}
