<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\User;
use Vorhut\App\People\People;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\Words;
use Vorhut\Core\Runbook\Runbook;

/** Shows the form by which a paper is keyed in, with what was typed into it. */
final readonly class KeyedPage
{
    public const FORMAT = 'Y-m-d H:i';

    public function __construct(
        private BenchPaper $paper,
        private BenchState $state,
        private People $people,
        private UrlGeneratorInterface $urls,
        private ClockInterface $clock,
    ) {}

    /** @return list<Runbook> of the units that stand on the paper, in its order */
    public function runbooks(JobContext $context, Request $request): array
    {
        [$device, $place] = self::typed($request);

        return $this->state->runbooks($context, $this->paper->devices($context, $device, $place));
    }

    /** @return array<array-key, array{done: string, reason: string, read: array<array-key, string>}> by unit */
    public static function written(Request $request): array
    {
        $written = [];
        $units = $request->request->all()['unit'] ?? [];
        foreach (\is_array($units) ? $units : [] as $id => $unit) {
            $text = static fn (string $key): string => \is_array($unit) && \is_string($unit[$key] ?? null) ? $unit[$key] : '';
            $read = \is_array($unit) && \is_array($unit['read'] ?? null) ? array_filter($unit['read'], \is_string(...)) : [];
            $written[$id] = ['done' => $text('done'), 'reason' => $text('reason'), 'read' => $read];
        }

        return $written;
    }

    /** @param array<array-key, string> $refused by unit */
    public function show(JobContext $context, Request $request, User $user, array $refused = [], string $error = ''): KeyedView
    {
        [$device, $place] = self::typed($request);
        $written = self::written($request);
        $units = [];
        foreach ($this->runbooks($context, $request) as $index => $runbook) {
            $view = self::unit($index + 1, $runbook, $written[$runbook->device->id] ?? null, $refused[$runbook->device->id] ?? '');
            if ('' !== $view->left) {
                $units[] = $view;
            }
        }
        $people = [];
        foreach ($this->people->all() as $person) {
            if ($person->isActive()) {
                $people[(int) $person->getId()] = $person->getDisplayName();
            }
        }
        $slug = ['slug' => $context->stored->getSlug()];
        $of = array_filter(['device' => $device, 'place' => $place], static fn (string $t): bool => '' !== $t);

        return new KeyedView(
            title: $context->job->locations[$place]->name ?? $context->job->devices[$device]->name ?? 'Bench',
            summary: \sprintf('%s with open steps', Words::count(\count($units), 'device')),
            units: $units,
            people: $people,
            by: $request->request->getString('by', (string) $user->getId()),
            on: $request->request->getString('on', $this->clock->now()->setTimezone($context->stored->getTimezone())->format(self::FORMAT)),
            paper: $request->request->getString('paper'),
            place: $place,
            device: $device,
            url: $this->urls->generate('bench_keyed', $slug),
            version: $context->revision,
            print: new Link('Paper form', $this->urls->generate('bench_paper', $slug + $of), 'p'),
            error: $error,
        );
    }

    /** @return array{string, string} */
    public static function typed(Request $request): array
    {
        $bag = $request->isMethod('POST') ? $request->request : $request->query;

        return [$bag->getString('device'), $bag->getString('place')];
    }

    /** @param array{done: string, reason: string, read: array<array-key, string>}|null $written */
    private static function unit(int $number, Runbook $runbook, ?array $written, string $error): KeyedUnitView
    {
        $left = [];
        foreach ($runbook->steps as $index => $step) {
            if (!$step->isDone) {
                $left[] = $index + 1;
            }
        }
        $asked = array_map(static fn (array $a): array => [
            'name' => \sprintf('unit[%s][read][%d.%d]', $runbook->device->id, $a['number'], $a['at']),
            'label' => \sprintf('%d.%d %s', $number, $a['number'], $a['label']),
            'value' => $written['read'][\sprintf('%d.%d', $a['number'], $a['at'])] ?? '',
        ], BenchPaper::asked($runbook));

        return new KeyedUnitView(
            number: $number,
            id: $runbook->device->id,
            name: $runbook->device->name,
            left: self::ranges($left),
            done: $written['done'] ?? '',
            reason: $written['reason'] ?? '',
            asked: $asked,
            error: $error,
        );
    }

    /** @param list<int> $numbers */
    private static function ranges(array $numbers): string
    {
        $ranges = [];
        foreach ($numbers as $number) {
            $last = \count($ranges) - 1;
            if ($last >= 0 && $ranges[$last][1] === $number - 1) {
                $ranges[$last][1] = $number;
            } else {
                $ranges[] = [$number, $number];
            }
        }

        return implode(', ', array_map(static fn (array $r): string => $r[0] === $r[1] ? (string) $r[0] : $r[0].'-'.$r[1], $ranges));
    }
}
