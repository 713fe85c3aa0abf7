<?php

declare(strict_types=1);

namespace Vorhut\App\Media;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\View\Link;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Setting\Settings;
use Vorhut\Core\Setting\SettingValue;
use Vorhut\Core\Sound\PagingZones;

/** Zones of announcements by their groups, and zone controllers with what plays at each of their sources. */
final readonly class Zones
{
    private const NAMED = 6;
    private const SOURCE = '/^source-(\d+)-(name|type)$/D';
    private const FIRST_SOURCE = 'source-1-type';

    public function __construct(private UrlGeneratorInterface $urls) {}

    /** @return list<array{group: string, speakers: string, horns: string}> */
    public function spokenTo(JobContext $context): array
    {
        $zones = [];
        foreach (PagingZones::zones($context->job) as $zone) {
            $names = array_map(static fn (Device $d): string => $d->name, \array_slice($zone->horns, 0, self::NAMED));
            $more = \count($zone->horns) - \count($names);
            $zones[] = [
                'group' => $zone->group,
                'speakers' => [] === $zone->speakers ? 'no source' : implode('; ', $zone->speakers),
                'horns' => implode(', ', $names).($more > 0 ? \sprintf(' and %d more', $more) : ''),
            ];
        }

        return $zones;
    }

    /** @return list<array{link: Link, sources: list<array{number: string, name: string, type: string}>}> */
    public function controllers(JobContext $context, Settings $settings): array
    {
        $controllers = [];
        foreach ($context->job->devices as $device) {
            if (null === $settings->setting($device, self::FIRST_SOURCE)) {
                continue;
            }
            $url = $this->urls->generate('devices', ['slug' => $context->stored->getSlug(), 'sel' => $device->id]);
            $controllers[] = ['link' => new Link($device->name, $url), 'sources' => self::sources($settings->values($device))];
        }

        return $controllers;
    }

    /**
     * @param list<SettingValue> $values
     *
     * @return list<array{number: string, name: string, type: string}>
     */
    private static function sources(array $values): array
    {
        $sources = [];
        foreach ($values as $value) {
            if (1 === preg_match(self::SOURCE, $value->setting->id, $m)) {
                $sources[(int) $m[1]][$m[2]] = $value->isOpen() ? '' : $value->shown();
            }
        }
        ksort($sources);

        return array_map(
            static fn (int $number, array $one): array => [
                'number' => (string) $number,
                'name' => $one['name'] ?? '',
                'type' => $one['type'] ?? '',
            ],
            array_keys($sources),
            $sources,
        );
    }
}
