<?php

declare(strict_types=1);

namespace Vorhut\Core\Setting;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Profile\Setting\Setting;

/** Which settings a unit has: those of its kind, and those that the plan itself holds. Units of the same shape share them. */
final class Declared
{
    /** @var array<string, array<string, Setting>> by kind and interfaces, and id */
    private array $settings = [];

    /** @var array<string, array<string, true>> the same, those that the plan itself holds and nobody types for a unit */
    private array $planned = [];

    /** @var array<array-key, string> by device */
    private array $shapes = [];

    public function __construct(private readonly Job $job) {}

    /** @return array<string, Setting> by id, in the order of the unit's own page */
    public function settings(Device $device): array
    {
        $shape = $this->shapes[$device->id] ??= self::shape($device);

        return $this->settings[$shape] ??= $this->find($device, $shape);
    }

    /** Whether the plan itself holds it: an address, a mask. */
    public function isPlanned(Device $device, Setting $setting): bool
    {
        $this->settings($device);

        return isset($this->planned[$this->shapes[$device->id]][$setting->id]);
    }

    /** @return array<string, Setting> */
    private function find(Device $device, string $shape): array
    {
        $profile = $this->job->profileOf($device);
        $all = [];
        foreach (PlannedSettings::values($device, $profile) as $setting) {
            $all[$setting->id] = $setting;
            $this->planned[$shape][$setting->id] = true;
        }
        foreach ($profile->settings as $setting) {
            foreach ($setting->each() as $one) {
                $all[$one->id] = $one;
                unset($this->planned[$shape][$one->id]);
            }
        }

        return $all;
    }

    private static function shape(Device $device): string
    {
        $shape = $device->profile;
        foreach ($device->interfaces as $interface) {
            $shape .= ' '.$interface->name.'='.$interface->mode->value;
        }

        return $shape;
    }
}
