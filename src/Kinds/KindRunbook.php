<?php

declare(strict_types=1);

namespace Vorhut\App\Kinds;

use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Profile\ProfileLibrary;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Runbook\Runbook;
use Vorhut\Core\Runbook\Runbooks;
use Vorhut\Core\Setting\Settings;

/** How a kind would lead through a unit of it, in a plan that has nothing but this one unit. */
final class KindRunbook
{
    private const UNIT = 'unit';

    /** @throws InvalidFile */
    public static function runbook(DeviceProfile $profile): Runbook
    {
        $interface = ['segment' => 'network', 'address' => '10.47.1.20/24', 'gateway' => '10.47.1.1', 'mac' => '02-47-00-00-01-20'];
        $frame = ['format' => JobFile::FORMAT, 'version' => JobFile::VERSION, 'job' => ['name' => 'One device']];
        $segment = ['id' => 'network', 'subnets' => [['prefix' => '10.47.1.0/24', 'gateway' => '10.47.1.1']]];
        $device = [
            'id' => self::UNIT,
            'name' => $profile->name,
            'profile' => $profile->id,
            'interfaces' => [$interface],
        ];
        $records = ['segments' => ['network' => $segment], 'devices' => [self::UNIT => $device]];
        $job = Job::fromRecords($frame, $records, ProfileLibrary::shipped([$profile->id => static fn (): DeviceProfile => $profile]));
        $unit = $job->devices[self::UNIT] ?? null;
        \assert($unit instanceof Device);

        return (new Runbooks(new Settings($job)))->runbook($unit);
    }
}
