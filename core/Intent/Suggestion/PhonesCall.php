<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent\Suggestion;

use Vorhut\Core\Intent\SuggestedIntent;
use Vorhut\Core\Job\Job;

/** Every phone with a number calls every other. */
final class PhonesCall implements SuggestedIntent
{
    public function suggestions(Job $job): iterable
    {
        $kinds = [];
        foreach ($job->extensions as $extension) {
            $device = $job->devices[$extension->device ?? ''] ?? null;
            if (null !== $device && $job->profileOf($device)->isPhone()) {
                $kinds['profile:'.$device->profile] = true;
            }
        }
        $all = array_keys($kinds);
        if ([] !== $all) {
            yield ['name' => 'Phones call each other', 'kind' => 'call', 'from' => $all, 'to' => $all, 'expect' => 'must'];
        }
    }
}
