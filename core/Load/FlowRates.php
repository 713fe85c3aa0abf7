<?php

declare(strict_types=1);

namespace Vorhut\Core\Load;

use Vorhut\Core\Job\Flow;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Setting\Settings;

/** What a stream takes on the wire: as it was said, or by the settings of whoever sends it. */
final class FlowRates
{
    /** The setting that says how fast a unit sends, and what its units are in kbit/s. */
    private const SETTING = 'bit-rate';
    private const UNITS = ['kbit/s' => 1, 'Mbit/s' => 1000];
    /** Bytes of media in a packet (seven of MPEG-TS), and with RTP, UDP, IP, Ethernet, preamble and gap. */
    private const MEDIA = 1316;
    private const WIRE = 1316 + 12 + 8 + 20 + 18 + 20;

    private ?Settings $settings = null;

    public function __construct(private readonly Job $job)
    {
    }

    /** In kbit/s; 0 where nobody knows. */
    public function of(Flow $flow, string $sender): float
    {
        if (null !== $flow->kbps) {
            return $flow->kbps;
        }
        $device = $this->job->devices[$sender] ?? null;
        $this->settings ??= new Settings($this->job);
        $value = null === $device ? null : $this->settings->value($device, self::SETTING);
        $rate = $value?->text() ?? '';
        $unit = self::UNITS[$value->setting->unit ?? ''] ?? 1;

        return is_numeric($rate) ? $unit * (float) $rate * self::WIRE / self::MEDIA : 0.0;
    }
}
