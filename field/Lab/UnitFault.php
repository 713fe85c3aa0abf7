<?php

declare(strict_types=1);

namespace Vorhut\Field\Lab;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;

/** What is otherwise with one unit in the lab than in the plan, as somebody may have left it on a site. */
enum UnitFault: string
{
    case Off = 'off';
    case NoGateway = 'no-gateway';
    case WrongMask = 'wrong-mask';
    case Exchanged = 'exchanged';
    case OtherFirmware = 'other-firmware';

    /** Locally administered, so that it is nobody's. */
    private const MAC = '02:47:FA:00:00:01';
    private const WRONG_LENGTH = 30;

    public function label(): string
    {
        return match ($this) {
            self::Off => 'is switched off',
            self::NoGateway => 'has lost its gateway',
            self::WrongMask => 'has a wrong mask',
            self::Exchanged => 'was replaced by another',
            self::OtherFirmware => 'has another firmware',
        };
    }

    /** The unit as it stands in the lab. */
    public function on(Job $job, Device $device): Edit
    {
        return match ($this) {
            self::Off => self::interfaces($job, $device, ['segment' => null, 'mode' => 'dhcp', 'address' => null, 'extraAddresses' => []]),
            self::NoGateway => self::interfaces($job, $device, ['gateway' => null]),
            self::WrongMask => self::interfaces($job, $device, self::narrow($device)),
            self::Exchanged => $job->editInterface(Device::class, $device->id, 0, ['mac' => self::MAC]),
            self::OtherFirmware => $job->edit(Device::class, $device->id, ['firmware' => $device->firmware.'.1']),
        };
    }

    /** @param array<string, mixed> $values */
    private static function interfaces(Job $job, Device $device, array $values): Edit
    {
        return $job->editInterface(Device::class, $device->id, 0, $values);
    }

    /** @return array<string, mixed> */
    private static function narrow(Device $device): array
    {
        $address = $device->interfaces[0]->address ?? null;

        return null === $address ? [] : ['address' => \sprintf('%s/%d', $address->address, self::WRONG_LENGTH)];
    }
}
