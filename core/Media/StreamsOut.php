<?php

declare(strict_types=1);

namespace Vorhut\Core\Media;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Flow;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Uplink;
use Vorhut\Core\Load\FlowPaths;
use Vorhut\Core\Load\FlowRates;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Setting\Settings;

/** Units that push a stream to an address that is typed into them, with what they go out by. */
final class StreamsOut
{
    private const ADDRESSES = ['push-url', 'plain-url'];

    private readonly FlowRates $rates;
    private ?FlowPaths $ways = null;

    /** @var array<array-key, list<string>>|null receivers by sender */
    private ?array $receivers = null;

    private function __construct(private readonly Job $job, private readonly Settings $settings)
    {
        $this->rates = new FlowRates($job, $settings);
    }

    /** @return list<StreamOut> in the order of the plan */
    public static function streams(Job $job, ?Settings $settings = null): array
    {
        $settings ??= new Settings($job);
        $self = new self($job, $settings);
        $streams = [];
        foreach ($job->devices as $device) {
            if (null !== $settings->setting($device, FlowRates::TARGET)) {
                $streams[] = $self->stream($device);
            }
        }

        return $streams;
    }

    private function stream(Device $device): StreamOut
    {
        $media = $this->rates->media($device);
        $overhead = $this->number($device, 'overhead');
        $receivers = $this->receivers($device);
        $profile = $this->job->profileOf($device);
        $latency = null === $overhead ? null : $this->number($device, 'latency');

        return new StreamOut(
            device: $device,
            mediaKbps: $media,
            wireKbps: RepairedStream::wireKbps($media, ($overhead ?? 0.0) / 100),
            repairs: null !== $overhead,
            latencyMs: null === $latency ? null : (int) $latency,
            address: $this->address($device),
            receivers: $receivers,
            uplinks: $this->uplinks($device, $this->ends($device, $receivers)),
            watts: $profile->watts,
            wattHours: $this->number($device, 'battery'),
            runHours: $this->number($device, 'run-hours'),
        );
    }

    /**
     * Whom the packets are sent to: units of the plan, else the address that is typed into the sender.
     *
     * @param list<string> $receivers
     *
     * @return list<string>
     */
    private function ends(Device $device, array $receivers): array
    {
        $host = PushAddress::host($this->address($device));

        return [] === $receivers && null !== Ipv4Address::tryFrom($host) ? [$host] : $receivers;
    }

    private function number(Device $device, string $setting): ?float
    {
        $value = $this->settings->value($device, $setting)?->value();

        return is_numeric($value) ? (float) $value : null;
    }

    private function address(Device $device): string
    {
        foreach (self::ADDRESSES as $setting) {
            $text = $this->settings->value($device, $setting)?->text() ?? '';
            if ('' !== $text) {
                return $text;
            }
        }

        return '';
    }

    /** @return list<string> units of the plan that it feeds, by pairings and by streams */
    private function receivers(Device $device): array
    {
        if (null === $this->receivers) {
            $this->receivers = [];
            foreach ($this->job->all(Flow::class) as $flow) {
                $this->ways ??= new FlowPaths($this->job);
                foreach ($this->ways->units($flow->from) as $sender) {
                    $this->receivers[$sender] = [...$this->receivers[$sender] ?? [], ...$this->ways->units(...$flow->to)];
                }
            }
        }
        $found = $this->receivers[$device->id] ?? [];
        foreach ($this->settings->couplings->from($device) as $coupled) {
            foreach ($coupled->coupling->ties as $tie) {
                if (FlowRates::TARGET === $tie->mine) {
                    $found[] = $coupled->to->id;
                }
            }
        }

        return array_values(array_unique($found));
    }

    /**
     * @param list<string> $receivers
     *
     * @return list<Uplink> that packets go out by, as the engine says; where they get nowhere yet, those of the routers beside it
     */
    private function uplinks(Device $device, array $receivers): array
    {
        $uplinks = $this->job->all(Uplink::class);
        if ([] === $uplinks) {
            return [];
        }
        $crossed = [];
        foreach ($receivers as $receiver) {
            $this->ways ??= new FlowPaths($this->job);
            foreach ($this->ways->legs($device->id, $receiver) as $leg) {
                $crossed[$leg->from.' '.$leg->segment] = true;
            }
        }
        $beside = array_column($device->interfaces, 'segment');
        $isMeant = fn (Uplink $u): bool => [] === $crossed
            ? [] !== array_intersect($beside, array_column($this->job->routers[$u->router]->interfaces ?? [], 'segment'))
            : isset($crossed[$u->router.' '.$u->segment]);

        return array_values(array_filter($uplinks, $isMeant));
    }
}
