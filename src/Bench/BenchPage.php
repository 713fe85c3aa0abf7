<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Jobs\JobReading;
use Vorhut\App\Web\FindingLines;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\Core\Job\Device;

/** Shows the units of a job at the bench. */
final readonly class BenchPage
{
    private const MOST = 200;
    private const MOST_FINDINGS = 8;
    private const MOST_PLACES = 40;

    public function __construct(private JobReading $reading, private FindingLines $findings, private UrlGeneratorInterface $urls)
    {
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
            [] === $open ? null : $this->next($hand, $open),
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

    /** @param non-empty-list<Device> $open */
    private function next(JobInHand $hand, array $open): Next
    {
        $place = $hand->job->locations[$open[0]->location]->name ?? '';
        $more = 1 === \count($open) ? 'It is the last one.' : \sprintf('%d more after it.', \count($open) - 1);
        $where = '' === $place ? '' : ', for '.$place;

        return new Next(
            \sprintf('%s is next', $open[0]->name),
            \sprintf('%s%s. %s', $hand->job->profileOf($open[0])->name, $where, $more),
            new Link('Begin', $this->url($hand, $open[0]->id), 't', main: true),
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

    private function url(JobInHand $hand, string $id): string
    {
        return $this->urls->generate('bench_device', ['slug' => $hand->stored->getSlug(), 'id' => $id]);
    }
}
