<?php

declare(strict_types=1);

namespace Vorhut\App\Light;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Frame\ViewFindings;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\View\Link;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\LightRun;
use Vorhut\Core\Job\Scene;
use Vorhut\Core\Light\SlotStrip;
use Vorhut\Core\Light\Universes;
use Vorhut\Core\Setting\Settings;

/** Scene stores with their keys, and runs of fixtures. */
final readonly class Stores
{
    private const CONTACT = ['contact-mode', 'contact-scene', 'contact-overrides', 'override'];
    private const CAPACITY = 'scenes';
    /** What each way of getting a scene in takes. */
    private const WAYS = [
        [
            'From the DMX512 input',
            'Connect the lighting desk to the DMX512 input. When the programming LED is on, hold the scene key until the LEDs flash.',
        ],
        ['Over the network', 'Static scenes only; bind the lighting software to the network interface of that subnet.'],
        ['On the web page', 'By hand, slot by slot; nothing else needs to be connected.'],
        ['Test', 'Unplug the network: wall plate, contact and keys must still work.'],
    ];

    public function __construct(private ViewFindings $findings, private UrlGeneratorInterface $urls) {}

    /** @return list<StoreView> */
    public function views(JobContext $context): array
    {
        $scenes = [];
        foreach ($context->job->all(Scene::class) as $scene) {
            $scenes[$scene->store][$scene->number][] = $scene;
        }
        $settings = new Settings($context->job);
        $broken = [];
        foreach ($this->findings->at($context, 'light') as $finding) {
            foreach ($finding->records as [$list, $id]) {
                $broken[$list.'/'.$id] = true;
            }
        }
        $views = [];
        foreach ($context->job->devices as $device) {
            $max = self::maxScenes($context, $device);
            if (0 === $max && !isset($scenes[$device->id])) {
                continue;
            }
            $numbers = array_keys($scenes[$device->id] ?? []);
            $keys = [];
            for ($number = 1, $last = max([$max, ...$numbers]); $number <= $last; ++$number) {
                foreach ($scenes[$device->id][$number] ?? [null] as $scene) {
                    $keys[] = $this->key($context, $number, $scene, isset($broken['scenes/'.($scene->id ?? '')]) || $number > $max);
                }
            }
            $link = new Link($device->name, $this->url('devices', $context, ['sel' => $device->id]));
            $views[] = new StoreView($link, self::contact($settings, $device), $keys, self::WAYS);
        }

        return $views;
    }

    /** @return list<array{link: Link, from: string, metres: string, end: string, loads: string, fits: bool}> */
    public function runs(JobContext $context): array
    {
        $universes = Universes::used($context->job);
        $views = [];
        foreach ($context->job->all(LightRun::class) as $run) {
            $loads = Universes::loads($universes[$run->universe] ?? [])[$run->node] ?? 0.0;
            $views[] = [
                'link' => new Link($run->name, $this->url('record', $context, ['list' => 'runs', 'id' => $run->id])),
                'from' => \sprintf('%s, universe %d', $context->job->nameOf($run->node), $run->universe),
                'metres' => null === $run->metres ? '' : \sprintf('%s m, limit 300 m', $run->metres),
                'end' => $run->terminated ? '120 Ω' : 'open',
                'loads' => \sprintf('%s of %d', round($loads, 3), SlotStrip::UNIT_LOADS),
                'fits' => $loads <= SlotStrip::UNIT_LOADS && $run->terminated,
            ];
        }

        return $views;
    }

    /** @return array{number: int, link: Link|null, how: string, fade: string, broken: bool} */
    private function key(JobContext $context, int $number, ?Scene $scene, bool $broken): array
    {
        return [
            'number' => $number,
            'link' => null === $scene
                ? null
                : new Link($scene->name, $this->url('record', $context, ['list' => 'scenes', 'id' => $scene->id])),
            'how' => $scene?->source->label() ?? '',
            'fade' => null === $scene?->fadeSeconds ? '' : \sprintf('fade %s s', $scene->fadeSeconds),
            'broken' => $broken,
        ];
    }

    private static function contact(Settings $settings, Device $device): string
    {
        $parts = [];
        foreach (self::CONTACT as $id) {
            $value = $settings->value($device, $id);
            if (null !== $value && !$value->isOpen()) {
                $parts[] = $value->setting->name.': '.$value->shown();
            }
        }

        return implode(' · ', $parts);
    }

    private static function maxScenes(JobContext $context, Device $device): int
    {
        foreach ($context->job->profileOf($device)->capacities as $capacity) {
            if (self::CAPACITY === $capacity->id) {
                return $capacity->count;
            }
        }

        return 0;
    }

    /** @param array<string, string> $more */
    private function url(string $route, JobContext $context, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
