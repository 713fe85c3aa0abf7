<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent\Suggestion;

use Vorhut\Core\Intent\SuggestedIntent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Profile\SipRole;

/** Every phone registers at its phone system: the one its extensions name, or the only one there is. */
final class PhonesRegister implements SuggestedIntent
{
    public function suggestions(Job $job): iterable
    {
        $systems = array_filter($job->devices, static fn ($d): bool => SipRole::Server === $job->profileOf($d)->sipRole);
        $named = [];
        foreach ($job->extensions as $extension) {
            $named[(string) $extension->device] = $extension->server;
        }
        $kinds = [];
        foreach ($job->devices as $device) {
            if ($job->profileOf($device)->isPhone()) {
                $at = $named[$device->id] ?? (1 === \count($systems) ? (string) array_key_first($systems) : null);
                $kinds[$at]['profile:'.$device->profile] = true;
            }
        }
        foreach ($systems as $system) {
            $from = array_keys($kinds[$system->id] ?? []);
            if ([] !== $from) {
                yield [
                    'name' => \sprintf('Phones register at %s', $system->name),
                    'kind' => 'register',
                    'from' => $from,
                    'to' => ['device:'.$system->id],
                    'expect' => 'must',
                ];
            }
        }
    }
}
