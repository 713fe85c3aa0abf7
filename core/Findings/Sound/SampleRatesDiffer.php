<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings\Sound;

use Vorhut\Core\Findings\About;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Findings\Severity;
use Vorhut\Core\Job\Chain;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Sound\StageSum;

/** Samples of one rate are noise at another, unless something between converts them. */
#[About('sample-rates-differ', 'sample rates differ', Section::Media, view: 'chains')]
final class SampleRatesDiffer extends Rule
{
    private const RATE = 'sample-rate';

    public function check(Plan $plan): iterable
    {
        foreach ($plan->job->all(Chain::class) as $chain) {
            $sum = $plan->sumOf($chain);
            foreach ($sum->ratesApart() as [$before, $after]) {
                yield $this->found(
                    severity: Severity::Error,
                    title: \sprintf('In %s, %s runs at %s kHz and %s at %s kHz', $chain->name, ...self::both($before, $after)),
                    why: 'The result is clicks, silence or a wrong pitch.',
                    devices: [...$before->units(), ...$after->units()],
                    advice: 'Set both to one sample rate, or plan a sample-rate converter.',
                    change: self::change($plan, $before, $after),
                    value: $chain->id.' '.$after->stage->name,
                    records: [['chains', $chain->id]],
                );
            }
        }
    }

    /** @return array{string, string, string, string} */
    private static function both(StageSum $before, StageSum $after): array
    {
        return [
            $before->stage->name,
            (string) (($before->rateHz ?? 0) / 1000),
            $after->stage->name,
            (string) (($after->rateHz ?? 0) / 1000),
        ];
    }

    /** One follows the other, where its unit can be told, and no partner of its own would then run at another rate. */
    private static function change(Plan $plan, StageSum $before, StageSum $after): ?ChangeSet
    {
        foreach ([[$after, $before], [$before, $after]] as [$one, $other]) {
            $device = $plan->job->devices[$one->stage->device] ?? null;
            if (null !== $device && null === $one->stage->rateHz && !self::isTied($plan, $device)) {
                $title = \sprintf('Set the sample rate of %s to %s kHz', $device->name, ($other->rateHz ?? 0) / 1000);

                return $plan->tell($device, [self::RATE => (string) $other->rateHz], $title);
            }
        }

        return null;
    }

    private static function isTied(Plan $plan, Device $device): bool
    {
        foreach ($plan->settings()->couplings->with($device) as $coupled) {
            foreach ($coupled->coupling->ties as $tie) {
                if (\in_array(self::RATE, [$tie->mine, $tie->theirs], true)) {
                    return true;
                }
            }
        }

        return false;
    }
}
