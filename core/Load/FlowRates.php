<?php

declare(strict_types=1);

namespace Vorhut\Core\Load;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Flow;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Profile\Setting\Setting;
use Vorhut\Core\Profile\Setting\SettingChoice;
use Vorhut\Core\Setting\Settings;

/** What a stream takes on the wire: as it was said, or by the settings of whoever sends it. */
final class FlowRates
{
    /** The setting that says how fast a unit sends, and what its units are in kbit/s. */
    public const SETTING = 'bit-rate';
    /** The setting that says whom a unit sends to. */
    public const TARGET = 'target';
    private const UNITS = ['kbit/s' => 1, 'Mbit/s' => 1000];
    /** Bytes of media in a packet (seven of MPEG-TS), and with RTP, UDP, IP, Ethernet, preamble and gap. */
    private const MEDIA = 1316;
    private const WIRE = 1316 + 12 + 8 + 20 + 18 + 20;

    public function __construct(private readonly Job $job, private ?Settings $settings = null) {}

    /** How many streams are planned: those that are said, and those of units that are told whom to send to, where nothing more is said. */
    public static function streams(Job $job): int
    {
        $flows = $job->all(Flow::class);
        $said = array_flip(array_map(static fn (Flow $f): string => (string) $f->from, $flows));
        $sends = [];
        $count = \count($flows);
        foreach ($job->devices as $device) {
            $sends[$device->profile] ??= \in_array(self::TARGET, array_column($job->profileOf($device)->settings, 'id'), true);
            $count += $sends[$device->profile] && !isset($said['device:'.$device->id]) ? 1 : 0;
        }

        return $count;
    }

    /** In kbit/s; 0 where nobody knows. */
    public function kbps(Flow $flow, string $sender): float
    {
        $device = $this->job->devices[$sender] ?? null;

        return $flow->kbps ?? (null === $device ? 0.0 : $this->media($device) * self::WIRE / self::MEDIA);
    }

    /** The rate that is typed into a unit, in kbit/s; null where it has none in that unit. */
    public function set(Device $device): ?float
    {
        $this->settings ??= new Settings($this->job);
        $value = $this->settings->value($device, self::SETTING);
        $isPlain = null !== $value && 1 === (self::UNITS[$value->setting->unit] ?? 1) && is_numeric($value->text());

        return $isPlain ? (float) $value->text() : null;
    }

    /** Picture and sound that a unit sends by its settings, in kbit/s without any header. */
    public function media(Device $device): float
    {
        $this->settings ??= new Settings($this->job);
        $sum = 0.0;
        foreach ($this->settings->some($device, self::saysRate(...)) as $value) {
            $said = $value->text();
            $sum += self::SETTING === $value->setting->id && is_numeric($said)
                ? (self::UNITS[$value->setting->unit] ?? 1) * (float) $said
                : self::choice($value->setting, $said)->kbps ?? 0.0;
        }

        return $sum;
    }

    private static function saysRate(Setting $setting): bool
    {
        return self::SETTING === $setting->id
            || [] !== array_filter($setting->choices, static fn (SettingChoice $c): bool => null !== $c->kbps);
    }

    private static function choice(Setting $setting, string $value): ?SettingChoice
    {
        return array_find($setting->choices, static fn ($choice): bool => $choice->value === $value);
    }
}
