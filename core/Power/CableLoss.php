<?php

declare(strict_types=1);

namespace Vorhut\Core\Power;

/** What happens to power on a cable: the unit draws the same whatever voltage is left, so the current rises as that falls. */
final readonly class CableLoss
{
    private function __construct(public float $amps, public float $lossWatts, public float $portWatts, public float $deviceVolts) {}

    /**
     * I = (V − √(V² − 4·R·P)) / 2R.
     *
     * @param float $deviceWatts at the unit
     * @param float $ohms of the whole loop
     * @param float $volts at the port
     *
     * @return self|null null where the cable cannot carry it: the voltage breaks down
     */
    public static function fromDeviceWatts(float $deviceWatts, float $ohms, float $volts): ?self
    {
        $root = $volts ** 2 - 4 * $ohms * $deviceWatts;
        if ($root < 0) {
            return null;
        }
        $amps = $ohms > 0 ? ($volts - sqrt($root)) / (2 * $ohms) : $deviceWatts / $volts;
        $loss = $amps ** 2 * $ohms;

        return new self($amps, $loss, $deviceWatts + $loss, $volts - $amps * $ohms);
    }
}
