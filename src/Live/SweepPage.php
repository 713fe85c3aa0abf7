<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\SweepRun;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Runs\RunViews;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;

/** Shows the last sweep of a job. */
final readonly class SweepPage
{
    private const MAX_VANTAGES = 400;

    public function __construct(
        private Sweeps $sweeps,
        private RunViews $runs,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    /**
     * @param int $id of the sweep; nought for the last one
     * @param string $typed what was typed and not taken
     * @param string $error why not
     */
    public function show(JobContext $context, int $id = 0, string $typed = '', string $error = ''): SweepView
    {
        $run = $this->sweeps->find($context->stored, $id);
        $changes = null === $run || !$run->isOver() ? [] : $this->sweeps->changes($run);
        $listed = SweepFinds::listed($context->job, (string) array_key_first(SweepFinds::stations($context->job)));
        $rows = null === $run || !$run->isOver() ? [] : SweepList::rows($context->job, $run);
        $editor = $this->security->isGranted('ROLE_TECHNICIAN');

        return new SweepView(
            back: new Link('Back to the networks', $this->url('networks', $context)),
            error: $error,
            url: $this->url('sweep_start', $context),
            fields: $editor ? $this->fields($context, $run, $typed) : [],
            run: null === $run ? null : $this->runs->view($run),
            actions: null === $run || [] === $rows ? [] : $this->actions($context, $run, $editor),
            rows: array_map(fn (array $r): array => [
                'address' => $r['address'],
                'name' => $r['name'],
                'url' => null === $r['device'] ? null : $this->url('devices', $context, ['sel' => $r['device']]),
                'bench' => null === $r['device'] || !$editor ? null : $this->url('bench_device', $context, ['id' => $r['device']]),
                'answers' => implode(' · ', $r['answers']),
                'changed' => $changes[$r['address']] ?? '',
                'chosen' => [] !== $r['answers'] && (null === $r['device'] || isset($listed[$r['device']])),
                ...self::verdict($r['verdict']),
            ], $rows),
            take: null === $run || [] === $rows || !$editor ? null : $this->takeOver($context, $run, $rows),
            lists: $this->lists($context, $run),
        );
    }

    /** @param list<array{address: string, device: string|null, name: string, answers: list<string>, verdict: string}> $rows */
    private function takeOver(JobContext $context, SweepRun $run, array $rows): SweepTakeView
    {
        $stations = SweepFinds::stations($context->job);
        $unknown = array_column(array_filter($rows, static fn (array $r): bool => 'not in the plan' === $r['verdict']), 'address');
        $of = ['id' => $run->getId()];
        $first = array_key_first($stations);
        $name = $run->isNamed() ? $run->getName() : '';

        return new SweepTakeView(
            listUrl: $this->url('sweep_list', $context, $of),
            station: null === $first ? null : new FormField(
                'station',
                'Add to the polling list of',
                (string) $first,
                'select',
                options: $stations,
            ),
            planUrl: $this->url('sweep_plan', $context, $of),
            unknown: $unknown,
            version: $context->revision,
            nameUrl: $this->url('sweep_name', $context, $of),
            name: new FormField('name', 'Save list as', $name, placeholder: 'a name', more: ['maxlength' => 60]),
        );
    }

    /** @return list<array{name: string, url: string, said: string, here: bool}> */
    private function lists(JobContext $context, ?SweepRun $shown): array
    {
        return array_map(fn (SweepRun $run): array => [
            'name' => $run->getName(),
            'url' => $this->url('sweep', $context, ['run' => $run->getId()]),
            'said' => \sprintf(
                '%d of %d replied, %s',
                \count($run->getAnswers()),
                \count($run->getAddresses()),
                LocalTime::short($run->getCreatedAt(), $context->stored->getTimezone()),
            ),
            'here' => $run->getId() === $shown?->getId(),
        ], $this->sweeps->lists($context->stored));
    }

    /** @return array{verdict: string, tone: string, mark: string} */
    private static function verdict(string $verdict): array
    {
        [$tone, $mark] = match ($verdict) {
            'as planned', 'DHCP lease active' => ['through', '●'],
            'planned, no reply', 'gateway, no reply', 'different device', 'not in the plan' => ['broken', '▲'],
            default => ['unknown', '○'],
        };

        return ['verdict' => $verdict, 'tone' => $tone, 'mark' => $mark];
    }

    /** @return list<FormField> */
    private function fields(JobContext $context, ?SweepRun $run, string $typed): array
    {
        $vantages = [];
        foreach (\array_slice($context->job->devices, 0, self::MAX_VANTAGES, true) as $device) {
            if (null !== $device->primaryAddress()) {
                $vantages[$device->id] = $device->name;
            }
        }
        $ranges = implode(', ', array_map(strval(...), $context->stored->getFieldRanges()));
        if ('' !== $ranges) {
            $vantages[SweepRun::ON_SITE] = 'this machine, on site';
        }
        $fields = [
            new FormField('addresses', 'Addresses, ranges or prefixes', $typed, technical: true, placeholder: '10.47.60.0/25'),
            new FormField('file', 'or a list (.csv)', control: 'file', more: ['accept' => '.csv,.txt']),
            new FormField('name', 'Save list as', placeholder: 'optional name', more: ['maxlength' => 60]),
            new FormField('vantage', 'Source', (string) $run?->getVantage(), 'select', options: $vantages),
        ];
        if ('' !== $ranges) {
            $fields[] = new FormField('onSite', 'I am on site and have permission to test devices in '.$ranges, control: 'check');
        }

        return $fields;
    }

    /** @return list<Link|Post> */
    private function actions(JobContext $context, SweepRun $run, bool $editor): array
    {
        $export = new Link('Export the list', $this->url('sweep_csv', $context, ['id' => $run->getId()]));
        $drop = new Post('Remove addresses without reply', $this->url('sweep_clean_up', $context, ['id' => $run->getId()]), key: 'd');
        $again = new Post('Repeat sweep', $this->url('sweep_again', $context, ['id' => $run->getId()]), key: 'a');

        return $editor ? [$again, $drop, $export] : [$export];
    }

    /** @param array<string, string|int> $more */
    private function url(string $route, JobContext $context, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
