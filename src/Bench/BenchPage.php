<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Jobs\JobReading;
use Vorhut\App\Web\FindingLines;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\Words;
use Vorhut\Core\Job\Device;

/** Shows the units of a job at the bench. */
final readonly class BenchPage
{
    private const MOST = 200;
    private const MOST_FINDINGS = 8;
    private const MOST_PLACES = 40;

    public function __construct(
        private JobReading $reading,
        private NextWork $nextWork,
        private FindingLines $findings,
        private UrlGeneratorInterface $urls,
    ) {
    }

    public function show(JobInHand $hand): BenchView
    {
        $isOpen = static fn (Device $d): bool => $d->stage->isFactoryState();
        $open = array_values(array_filter($hand->job->devices, $isOpen));
        $done = array_values(array_filter($hand->job->devices, static fn (Device $d): bool => !$isOpen($d)));
        $units = array_filter([
            'To do' => $this->units($hand, $open),
            'Have their address' => $this->units($hand, $done),
        ]);
        $here = \array_slice($this->reading->digest($hand->stored)->findingsAt('bench'), 0, self::MOST_FINDINGS);

        return new BenchView(
            \sprintf('%d still in their factory state, %d have their address', \count($open), \count($done)),
            $this->next($hand, \count($open)),
            $units,
            $this->findings->all($hand, $here, 'devices'),
            $this->urls->generate('devices', ['slug' => $hand->stored->getSlug()]),
            $this->papers($hand),
            BenchLinks::of($this->urls, $hand, 'bench'),
        );
    }

    /** @return list<Link> */
    private function papers(JobInHand $hand): array
    {
        $slug = $hand->stored->getSlug();
        $papers = [new Link('Everything', $this->urls->generate('bench_paper', ['slug' => $slug]))];
        foreach (\array_slice($hand->job->locations, 0, self::MOST_PLACES) as $place) {
            $papers[] = new Link($place->name, $this->urls->generate('bench_paper', ['slug' => $slug, 'place' => $place->id]));
        }

        return $papers;
    }

    /** @param int $open units still in their factory state */
    private function next(JobInHand $hand, int $open): ?Next
    {
        $task = $this->nextWork->find($hand);
        if (null === $task) {
            return 0 === $open ? null : new Next(
                \sprintf('%s still in factory state', Words::count($open, 'unit')),
                'The schedule says which can be worked on now, and what the others wait for.',
                new Link('To the schedule', $this->urls->generate('schedule', ['slug' => $hand->stored->getSlug()]), 't', main: true),
            );
        }
        $device = $hand->job->devices[$task->unit];
        $place = $hand->job->locations[$device->location]->name ?? '';

        return new Next(
            \sprintf('%s is next', $device->name),
            \sprintf('%s%s. First: %s.', $hand->job->profileOf($device)->name, '' === $place ? '' : ', for '.$place, lcfirst($task->title)),
            new Link('Begin', $this->url($hand, $device->id, $task->step), 't', main: true),
        );
    }

    /**
     * @param list<Device> $devices
     *
     * @return list<array{name: string, url: string, kind: string, factory: string, address: string, stage: string}>
     */
    private function units(JobInHand $hand, array $devices): array
    {
        return array_map(function (Device $d) use ($hand): array {
            $profile = $hand->job->profileOf($d);

            return [
                'name' => $d->name,
                'url' => $this->url($hand, $d->id),
                'kind' => $profile->name,
                'factory' => (string) ($profile->factory->address ?? $profile->factory->mode->label()),
                'address' => (string) ($d->primaryAddress() ?? 'none yet'),
                'stage' => $d->stage->label(),
            ];
        }, \array_slice($devices, 0, self::MOST));
    }

    private function url(JobInHand $hand, string $id, ?string $step = null): string
    {
        $at = null === $step ? [] : ['step' => $step];

        return $this->urls->generate('bench_device', ['slug' => $hand->stored->getSlug(), 'id' => $id, ...$at]);
    }
}
