<?php

declare(strict_types=1);

namespace Vorhut\App\Media;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\View\Link;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Load\FlowRates;
use Vorhut\Core\Profile\Family;
use Vorhut\Core\Profile\Finder;
use Vorhut\Core\Reach\Find\PollLists;
use Vorhut\Core\Relation\RelatedUnit;
use Vorhut\Core\Setting\Settings;

/** Cameras with what their dials and pages say, and who sees them. */
final readonly class Cameras
{
    private const ID = 'camera-id';
    private const DIAL = 'format';
    private const PAGE = 'page-format';
    private const MAX = 500;

    public function __construct(private UrlGeneratorInterface $urls) {}

    /** @return list<array{link: Link, id: string, picture: string, by: string, rate: string, address: string, seen: string}> */
    public function views(JobContext $context, Settings $settings): array
    {
        $rates = new FlowRates($context->job, $settings);
        $lists = new PollLists();
        $finders = self::finders($context);
        $rows = [];
        foreach ($context->job->devices as $device) {
            if (null === $settings->setting($device, self::ID) || self::MAX === \count($rows)) {
                continue;
            }
            $dial = $settings->value($device, self::DIAL);
            $page = $settings->value($device, self::PAGE);
            $seen = array_map(static fn (RelatedUnit $c): string => $c->to->name, $settings->couplings->from($device));
            $rows[] = [
                'link' => new Link($device->name, $this->urls->generate('devices', [
                    'slug' => $context->stored->getSlug(), 'sel' => $device->id,
                ])),
                'id' => $settings->value($device, self::ID)?->text() ?? '',
                'picture' => ($dial ?? $page)?->shown() ?? '',
                'by' => null === $dial ? 'web page' : 'rotary switch',
                'rate' => \sprintf('%.0f Mbit/s', $rates->media($device) / 1000),
                'address' => (string) $device->primaryAddress()?->address,
                'seen' => [] === $seen ? self::found($device, $finders, $lists) : implode(', ', array_unique($seen)),
            ];
        }

        return $rows;
    }

    /**
     * By whom it is found: in its own network by itself, elsewhere where it stands on a list.
     *
     * @param list<array{Device, Finder}> $finders
     */
    private static function found(Device $device, array $finders, PollLists $lists): string
    {
        $segment = ($device->interfaces[0] ?? null)->segment ?? '';
        $address = $device->primaryAddress()?->address;
        foreach ($finders as [$station, $finder]) {
            if (($station->interfaces[0] ?? null)?->segment === $segment) {
                return 'discovered by '.$station->name;
            }
            if (null !== $address && $lists->hold($station, $finder->listSetting, $address)) {
                return 'in the list of '.$station->name;
            }
        }

        return 'none: add it to a polling list, or set a discovery server';
    }

    /** @return list<array{Device, Finder}> whoever finds cameras, and how */
    private static function finders(JobContext $context): array
    {
        $finders = [];
        foreach ($context->job->devices as $device) {
            $profile = $context->job->profileOf($device);
            foreach (Family::Station === $profile->family ? $profile->finds : [] as $finder) {
                $finders[] = [$device, $finder];
            }
        }

        return $finders;
    }
}
