<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Frame\FindingLines;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\Words;
use Vorhut\Core\Job\Device;

/** Shows the units of a job at the bench. */
final readonly class BenchPage
{
    private const MAX = 200;
    private const MAX_FINDINGS = 8;
    private const MAX_PLACES = 40;

    public function __construct(
        private JobReading $reading,
        private NextWork $nextWork,
        private FindingLines $findings,
        private UrlGeneratorInterface $urls,
    ) {}

    public function show(JobContext $context): BenchView
    {
        $isOpen = static fn (Device $d): bool => $d->stage->isFactoryState();
        $open = array_values(array_filter($context->job->devices, $isOpen));
        $done = array_values(array_filter($context->job->devices, static fn (Device $d): bool => !$isOpen($d)));
        $units = array_filter([
            'To do' => $this->units($context, $open),
            'Addressed' => $this->units($context, $done),
        ]);
        $here = \array_slice($this->reading->digest($context->stored)->findingsAt('bench'), 0, self::MAX_FINDINGS);

        return new BenchView(
            summary: \sprintf('%d in factory state, %d addressed', \count($open), \count($done)),
            next: $this->next($context, \count($open)),
            units: $units,
            findings: $this->findings->all($context, $here, 'devices'),
            papers: $this->papers($context),
            others: BenchLinks::links($this->urls, $context, 'bench'),
        );
    }

    /** @return list<Link> */
    private function papers(JobContext $context): array
    {
        $slug = $context->stored->getSlug();
        $papers = [new Link('All', $this->urls->generate('bench_paper', ['slug' => $slug]))];
        foreach (\array_slice($context->job->locations, 0, self::MAX_PLACES) as $place) {
            $papers[] = new Link($place->name, $this->urls->generate('bench_paper', ['slug' => $slug, 'place' => $place->id]));
        }

        return $papers;
    }

    /** @param int $open units still in their factory state */
    private function next(JobContext $context, int $open): ?Next
    {
        $task = $this->nextWork->find($context);
        if (null === $task) {
            return 0 === $open ? null : new Next(
                \sprintf('%s in factory state', Words::count($open, 'device')),
                'The schedule shows which are ready for work, and what blocks the others.',
                new Link('Open schedule', $this->urls->generate('schedule', ['slug' => $context->stored->getSlug()]), 't', main: true),
            );
        }
        $device = $context->job->devices[$task->unit];
        $place = $context->job->locations[$device->location]->name ?? '';

        return new Next(
            \sprintf('Next: %s', $device->name),
            \sprintf(
                '%s%s. First step: %s.',
                $context->job->profileOf($device)->name,
                '' === $place ? '' : ', for '.$place,
                $task->title,
            ),
            new Link('Start', $this->url($context, $device->id, $task->step), 't', main: true),
        );
    }

    /**
     * @param list<Device> $devices
     *
     * @return list<array{name: string, url: string, kind: string, factory: string, address: string, stage: string}>
     */
    private function units(JobContext $context, array $devices): array
    {
        return array_map(function (Device $d) use ($context): array {
            $profile = $context->job->profileOf($d);

            return [
                'name' => $d->name,
                'url' => $this->url($context, $d->id),
                'kind' => $profile->name,
                'factory' => (string) ($profile->factory->address ?? $profile->factory->mode->label()),
                'address' => (string) ($d->primaryAddress() ?? 'none yet'),
                'stage' => $d->stage->label(),
            ];
        }, \array_slice($devices, 0, self::MAX));
    }

    private function url(JobContext $context, string $id, ?string $step = null): string
    {
        $at = null === $step ? [] : ['step' => $step];

        return $this->urls->generate('bench_device', ['slug' => $context->stored->getSlug(), 'id' => $id, ...$at]);
    }
}
