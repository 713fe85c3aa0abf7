<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent\Suggestion;

use Vorhut\Core\Intent\SuggestedIntent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\MidSentence;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Profile\FindMethod;

/** A station manages the units that answer a way of finding of its own trade; what everybody speaks tells nothing. */
final class StationsManage implements SuggestedIntent
{
    private const EVERYBODY = [FindMethod::MulticastDns, FindMethod::LinkLayer, FindMethod::ServiceDiscovery];

    public function suggestions(Job $job): iterable
    {
        $used = [];
        foreach ($job->devices as $device) {
            $used[$device->profile] ??= $job->profileOf($device);
        }
        foreach ($job->devices as $station) {
            foreach ($used as $kind) {
                if (self::speaksWith($job->profileOf($station), $kind)) {
                    yield [
                        'name' => \sprintf('%s finds and manages the %s', $station->name, MidSentence::label($kind->plural)),
                        'kind' => 'manage',
                        'from' => ['device:'.$station->id],
                        'to' => ['profile:'.$kind->id],
                        'expect' => 'must',
                    ];
                }
            }
        }
    }

    private static function speaksWith(DeviceProfile $station, DeviceProfile $unit): bool
    {
        foreach ($station->finds as $finder) {
            foreach (\in_array($finder->method, self::EVERYBODY, true) ? [] : $unit->answers as $answer) {
                if ($finder->meets($answer)) {
                    return true;
                }
            }
        }

        return false;
    }
}
