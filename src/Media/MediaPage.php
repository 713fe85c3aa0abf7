<?php

declare(strict_types=1);

namespace Vorhut\App\Media;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Frame\ViewFindings;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\NewRecord;
use Vorhut\App\Web\View\Bar;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\Words;
use Vorhut\Core\Job\Uplink;
use Vorhut\Core\Media\StreamsOut;
use Vorhut\Core\Media\UplinkLoads;
use Vorhut\Core\Setting\Settings;

/** Shows what leaves a site, by which uplink, and what cameras give. */
final readonly class MediaPage
{
    private const LISTS = ['flows' => ['Add stream', 'f'], 'uplinks' => ['Add uplink', 'u'], 'readings' => ['Add reading', 'r']];
    private const PASTED = ['flows' => ['Paste streams', 'v']];

    public function __construct(
        private StreamCards $cards,
        private Cameras $cameras,
        private ViewFindings $findings,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    public function show(JobContext $context): MediaView
    {
        $settings = new Settings($context->job);
        $streams = StreamsOut::streams($context->job, $settings);
        $cameras = $this->cameras->views($context, $settings);
        $uplinks = $context->job->all(Uplink::class);

        return new MediaView(
            summary: \sprintf(
                '%s out, %s, %s',
                Words::count(\count($streams), 'stream'),
                Words::count(\count($uplinks), 'uplink'),
                Words::count(\count($cameras), 'camera'),
            ),
            actions: $this->actions($context),
            next: $this->findings->next($context, 'media') ?? $this->begin($context, \count($streams) + \count($cameras)),
            uplinks: $this->uplinks($context, UplinkLoads::loads($context->job, $streams)),
            streams: $this->cards->cards($context, $settings, $streams),
            cameras: $cameras,
            findings: $this->findings->lines($context, 'media'),
        );
    }

    private function begin(JobContext $context, int $units): ?Next
    {
        return 0 < $units ? null : new Next(
            'No device sends video yet',
            'Plan encoders and cameras in Devices; their load on each uplink is calculated here.',
            new Link('Open Devices', $this->url('devices', $context), 't', main: true),
        );
    }

    /** @return list<Link> */
    private function actions(JobContext $context): array
    {
        $actions = [
            new Link('Audio chains', $this->url('chains', $context), 'c'),
            new Link('Lighting', $this->url('light', $context), 'l'),
            new Link('Room systems', $this->url('rooms', $context), 'o'),
        ];
        if ($this->security->isGranted('ROLE_LEAD')) {
            foreach (self::LISTS as $list => [$text, $key]) {
                $actions[] = new Link($text, $this->url('record', $context, ['list' => $list, 'id' => NewRecord::ID]), $key);
            }
            foreach (self::PASTED as $list => [$text, $key]) {
                $actions[] = new Link($text, $this->url('records_list', $context, ['list' => $list]), $key);
            }
        }

        return $actions;
    }

    /**
     * @param array<array-key, array<array-key, float>> $loads
     *
     * @return list<array{link: Link, about: string, bar: Bar|null}>
     */
    private function uplinks(JobContext $context, array $loads): array
    {
        $views = [];
        foreach ($context->job->all(Uplink::class) as $id => $uplink) {
            $load = $loads[$id] ?? [];
            arsort($load);
            $names = array_map(
                static fn (string $unit): string => \sprintf('%s %.1f', $context->job->nameOf($unit), $load[$unit] / 1000),
                array_map(strval(...), array_keys($load)),
            );
            $whole = $uplink->measuredKbps;
            $views[] = [
                'link' => new Link($uplink->name, $this->url('record', $context, ['list' => 'uplinks', 'id' => $uplink->id])),
                'about' => self::about($uplink),
                'bar' => null === $whole
                    ? null
                    : Bar::fromLoad(
                        label: 'Outbound',
                        sum: array_sum($load) / 1000,
                        limit: ($uplink->usableKbps() ?? 0.0) / 1000,
                        whole: $whole / 1000,
                        unit: 'Mbit/s',
                        contributors: $names,
                    ),
            ];
        }

        return $views;
    }

    private static function about(Uplink $uplink): string
    {
        $parts = [
            null === $uplink->measuredKbps ? 'not measured yet' : \sprintf('%.1f Mbit/s measured', $uplink->measuredKbps / 1000),
            null === $uplink->measured ? '' : 'on '.$uplink->measured,
            null === $uplink->rttMs ? '' : \sprintf('RTT %d ms', $uplink->rttMs),
            null === $uplink->lossPercent ? '' : \sprintf('%s %% lost', $uplink->lossPercent),
            \sprintf('%d %% headroom', $uplink->headroomPercent),
            rtrim($uplink->headroomWhy, '.'),
        ];

        return implode(' · ', array_filter($parts, static fn (string $p): bool => '' !== $p));
    }

    /** @param array<string, string> $more */
    private function url(string $route, JobContext $context, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
