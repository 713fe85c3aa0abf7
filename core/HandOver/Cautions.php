<?php

declare(strict_types=1);

namespace Vorhut\Core\HandOver;

use Vorhut\Core\Job\Circuit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Rack\RackSum;

/** What whoever works on the installation later must beware of. */
final class Cautions
{
    private const ALWAYS = [
        'Life safety' => 'Nothing here is part of a fire alarm or voice evacuation system, and must not be relied on as one.',
        'Local codes' => 'Follow local codes. Where a licence is required, a licensed person does it.',
    ];
    private const HELP = 'Test emergency calls only by arrangement with the emergency authority. '
        .'Every phone needs a dispatchable location.';
    private const MAINS = 'Do not load a circuit above its planned limit. Mains work: electrician only.';

    /** @return array<string, list<string>> sentences, by what they are about */
    public static function cautions(Job $job): array
    {
        $all = array_map(static fn (string $sentence): array => [$sentence], self::ALWAYS);
        if ([] !== $job->extensions) {
            $all['Emergency calls'] = [self::HELP];
        }
        if ([] !== $job->all(Circuit::class)) {
            $all['Mains'] = [self::MAINS];
        }
        foreach (RackSum::all($job) as $sum) {
            foreach ($sum->placed as $one) {
                if ($one->isHeavy()) {
                    $weight = round((float) $one->kilograms, 1);
                    $all[$sum->rack->name][] = \sprintf('%s: %s kg, two people or a lifting aid.', $one->name, $weight);
                }
            }
        }
        $kinds = [];
        foreach ($job->devices as $device) {
            $profile = $job->profileOf($device);
            $kinds[$profile->name] = $profile->cautions;
        }
        ksort($kinds, \SORT_NATURAL | \SORT_FLAG_CASE);

        return $all + array_filter($kinds, static fn (array $cautions): bool => [] !== $cautions);
    }
}
