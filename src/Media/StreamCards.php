<?php

declare(strict_types=1);

namespace Vorhut\App\Media;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\View\Bar;
use Vorhut\App\Web\View\Link;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Reading;
use Vorhut\Core\Job\ReadingOf;
use Vorhut\Core\Media\PushAddress;
use Vorhut\Core\Media\StreamOut;
use Vorhut\Core\Setting\Settings;

/** Makes a card of each stream that leaves its site. */
final readonly class StreamCards
{
    private const SAID = ['codec', 'rate-mode', 'frame-rate', 'key-interval', 'sound'];
    /** By how much an encoder swings about its rate. */
    private const NATURE = 1.15;

    public function __construct(private UrlGeneratorInterface $urls) {}

    /**
     * @param list<StreamOut> $streams
     *
     * @return list<StreamCard>
     */
    public function cards(JobContext $context, Settings $settings, array $streams): array
    {
        $log = [];
        foreach ($context->job->all(Reading::class) as $reading) {
            if (null !== $reading->value) {
                $log[$reading->device][$reading->what->value][] = $reading;
            }
        }
        $cards = [];
        foreach ($streams as $stream) {
            $own = $log[$stream->device->id] ?? [];
            $to = [] === $stream->receivers ? ['a receiver outside'] : array_map($context->job->nameOf(...), $stream->receivers);
            $through = array_column($stream->uplinks, 'name');
            $url = $this->urls->generate('devices', ['slug' => $context->stored->getSlug(), 'sel' => $stream->device->id]);
            $cards[] = new StreamCard(
                link: new Link($stream->device->name, $url),
                way: implode(' → ', [$stream->device->name, ...$through, implode(' and ', $to)]),
                said: self::said($settings, $stream->device).self::volume($stream),
                bars: self::bars($stream, self::sorted($own[ReadingOf::Rate->value] ?? [])),
                address: '' === $stream->address ? [] : PushAddress::parts($stream->address),
                temperature: Marks::fromReadings(
                    self::sorted($own[ReadingOf::Temperature->value] ?? []),
                    $context->job->profileOf($stream->device)->maxCelsius,
                ),
            );
        }

        return $cards;
    }

    /**
     * @param list<Reading> $rates that were read off, in the order of time
     *
     * @return list<Bar>
     */
    private static function bars(StreamOut $stream, array $rates): array
    {
        $bars = [];
        $needed = $stream->neededMs();
        if (null !== $needed && null !== $stream->latencyMs) {
            $bars[] = Bar::fromLoad(
                label: 'Latency',
                sum: $needed,
                limit: $stream->latencyMs,
                whole: 1.25 * max($needed, $stream->latencyMs),
                unit: 'ms',
                contributors: [
                    'required for RTT and loss, of the latency set',
                ],
            );
        }
        $hours = $stream->hours();
        if (null !== $hours && null !== $stream->runHours) {
            $bars[] = Bar::fromLoad(
                label: 'Battery',
                sum: $stream->runHours,
                limit: $hours,
                whole: 1.25 * max($hours, $stream->runHours),
                unit: 'h',
                contributors: [
                    \sprintf('%d Wh, %d W', $stream->wattHours, $stream->watts),
                ],
            );
        }
        $last = end($rates);
        if ($last instanceof Reading && $stream->mediaKbps > 0) {
            $max = $stream->mediaKbps * self::NATURE / 1000;
            $bars[] = Bar::fromLoad(
                label: 'Measured rate',
                sum: ($last->value ?? 0.0) / 1000,
                limit: $max,
                whole: 1.25 * $max,
                unit: 'Mbit/s',
                contributors: [
                    \sprintf('planned %.1f ± 15 %%', $stream->mediaKbps / 1000),
                ],
            );
        }

        return $bars;
    }

    /** Where each gigabyte is paid for. */
    private static function volume(StreamOut $stream): string
    {
        return $stream->isMetered() ? \sprintf(' · %.1f GB/h (metered)', $stream->gigabytesPerHour()) : '';
    }

    private static function said(Settings $settings, Device $device): string
    {
        $parts = [];
        foreach (self::SAID as $id) {
            $value = $settings->value($device, $id);
            if (null !== $value && !$value->isOpen()) {
                $parts[] = $value->setting->name.': '.$value->shown();
            }
        }

        return implode(' · ', $parts);
    }

    /**
     * @param list<Reading> $readings
     *
     * @return list<Reading> in the order of time
     */
    private static function sorted(array $readings): array
    {
        usort($readings, static fn (Reading $a, Reading $b): int => ($a->at ?? '') <=> ($b->at ?? ''));

        return $readings;
    }
}
