<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\TestRun;
use Vorhut\App\Lab\LabViews;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Plan\NewRecord;
use Vorhut\App\Runs\RunViews;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\Matrix;
use Vorhut\Core\Proof\SeenCounts;
use Vorhut\Core\Repair\Repair;

/** Shows the proof of a job. */
final readonly class ProofPage
{
    private const MAX_INTENTS = 60;

    public function __construct(
        private JobReading $reading,
        private PairPanel $pairs,
        private Usuals $usuals,
        private JobRepairs $jobRepairs,
        private RepairViews $repairs,
        private Observations $observations,
        private RunViews $runs,
        private LabViews $labs,
        private CallStates $calls,
        private EntityManagerInterface $em,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    public function show(JobContext $context, ProofSelection $selection): ProofView
    {
        $stored = $context->stored;
        $digest = $this->reading->digest($stored);
        $matrix = $digest->matrices[$selection->axis->value];
        $inCell = null === $selection->cell ? null : $this->inCell($context, $matrix, $selection->cell);
        $repairs = $this->jobRepairs->forJob($stored);
        $next = $this->repairs->first($context, $repairs ?? []);
        [$chosen, $pair] = $this->choose($context, $selection, $inCell, $next);
        $seen = $this->observations->counts($stored);
        $counts = $inCell[$chosen] ?? null;
        $count = null === $counts ? $digest->intents[$chosen]['pairs'] ?? 0 : array_sum($counts);
        $intent = $context->job->intents[$chosen] ?? null;
        $editor = $this->security->isGranted('ROLE_TECHNICIAN');
        $none = [] === $context->job->intents;
        $run = $this->em->getRepository(TestRun::class)->findOneBy(['job' => $stored], ['id' => 'DESC']);
        $rows = $this->rows(context: $context, selection: $selection, inCell: $inCell, chosen: $chosen, seen: $seen);
        $listed = null === $inCell ? \count($digest->intents) : \count($inCell);
        $more = \sprintf('The first %d of %d, failing ones first. Open a cell for the rest.', \count($rows), $listed);

        return new ProofView(
            summary: \sprintf(
                '%s, %s',
                Words::count(\count($digest->intents), 'intent'),
                Words::count($digest->pairs, 'pair'),
            ),
            next: $this->repairs->next($context, $repairs),
            actions: $editor ? $this->actions($context, $none) : [],
            onSite: $editor ? $this->onSite($context) : null,
            lab: $none ? null : $this->labs->view($context),
            run: null === $run ? null : $this->runs->view($run),
            isEmpty: $none,
            matrix: $none ? null : MatrixView::fromMatrix($matrix, $selection->cell, $stored->getSlug(), $this->urls),
            cell: null === $selection->cell ? null : $this->cell($context, $selection->cell, \count($inCell), $editor),
            intents: $rows,
            more: $listed > \count($rows) ? $more : '',
            pair: null === $intent ? null : $this->pairs->show(
                context: $context,
                intent: $intent,
                wanted: $pair,
                cell: $selection->cell,
                count: $count,
            ),
            importUrl: $editor ? $this->url('test_import', $context) : null,
            conflictsUrl: $this->url('conflicts', $context),
            edit: $editor && null !== $intent ? new Link('edit', $this->url('intent', $context, ['id' => $intent->id]), 'k') : null,
            usuals: $editor ? $this->usuals->suggestions($context) : [],
        );
    }

    /**
     * The intent and pair that are looked at: those asked for, else what the best repair would mend, else what fails first.
     *
     * @param array<array-key, array<string, int>>|null $inCell
     *
     * @return array{string, string}
     */
    private function choose(JobContext $context, ProofSelection $selection, ?array $inCell, ?Repair $next): array
    {
        $chosen = $selection->intent;
        $pair = $selection->pair;
        if (!isset($context->job->intents[$chosen])) {
            $example = $next?->example;
            $chosen = $example['intent'] ?? $this->reading->digest($context->stored)->firstFailing();
            $pair = '' === $pair ? $example['pair'] ?? '' : $pair;
        }
        if (null === $inCell || isset($inCell[$chosen])) {
            return [$chosen, $pair];
        }
        $fails = static fn (array $counts): bool => []
            !== array_filter(array_keys($counts), static fn (string $s): bool => PairVerdict::from($s)->fails());
        $first = array_key_first(array_filter($inCell, $fails)) ?? (array_key_first($inCell) ?? '');

        return [(string) $first, $selection->pair];
    }

    /** @return array<array-key, array<string, int>> pairs by intent and span */
    private function inCell(JobContext $context, Matrix $matrix, Cell $cell): array
    {
        $name = 'cell-'.hash('xxh128', implode("\n", [$cell->axis->value, $cell->row, $cell->column]));

        return $this->reading->once(
            $name,
            $context->stored,
            fn (Job $job): array => $matrix->within($job, $this->reading->proof($context->stored), $cell->row, $cell->column),
        );
    }

    /**
     * @param array<array-key, array<string, int>>|null $inCell
     * @param array<string, SeenCounts> $seen
     *
     * @return list<IntentRow> failing ones first
     */
    private function rows(JobContext $context, ProofSelection $selection, ?array $inCell, string $chosen, array $seen): array
    {
        $listed = $this->reading->digest($context->stored)->intents;
        if (null !== $inCell) {
            $listed = array_intersect_key($listed, $inCell);
        } else {
            uasort($listed, static fn (array $a, array $b): int => $b['span']->fails() <=> $a['span']->fails());
        }
        $rows = [];
        foreach (\array_slice($listed, 0, self::MAX_INTENTS, true) as $id => $known) {
            $intent = $context->job->intents[$id];
            $counts = $inCell[$id] ?? $known['counts'];
            $query = ['intent' => (string) $id] + ($selection->cell?->query() ?? []);
            $rows[] = new IntentRow(
                name: $intent->name,
                url: $this->url('proof', $context, $query).'#intent',
                expect: str_replace('-', ' ', $intent->expect->value),
                service: (string) $intent->service,
                pairs: null === $inCell ? $known['pairs'] : array_sum($counts),
                counts: array_map(static fn (string $span, int $count): array => [
                    'span' => VerdictView::fromVerdict(PairVerdict::from($span)),
                    'count' => $count,
                ], array_keys($counts), $counts),
                observed: ($seen[$id] ?? new SeenCounts())->words(),
                selected: (string) $id === $chosen,
            );
        }

        return $rows;
    }

    /** @return list<Link|Post> */
    private function actions(JobContext $context, bool $none): array
    {
        $add = new Link('Add intent', $this->url('intent', $context, ['id' => NewRecord::ID]), 'n', main: $none);

        return $none ? [$add] : [
            $add,
            ...$this->calls->any($context->stored) ? [new Link('Call tests in sequence', $this->url('calls', $context), 'o')] : [],
            new Link('What if', $this->url('what_if', $context), 'w'),
            new Post('Test live', $this->url('test_start', $context), key: 't'),
        ];
    }

    /** @return array{url: string, ranges: string}|null */
    private function onSite(JobContext $context): ?array
    {
        $ranges = implode(', ', array_map(strval(...), $context->stored->getFieldRanges()));

        return '' === $ranges ? null : ['url' => $this->url('test_start', $context), 'ranges' => $ranges];
    }

    /** @return array{title: string, summary: string, actions: list<Link|Post>} */
    private function cell(JobContext $context, Cell $cell, int $intents, bool $editor): array
    {
        $test = new Post('Test these live', $this->url('test_start', $context), $cell->query(), 'e');
        $all = new Link('All intents', $this->url('proof', $context, ['axis' => $cell->axis->value]));

        return [
            'title' => \sprintf('%s to %s', $cell->row, $cell->column),
            'summary' => Words::count($intents, 'intent').' between them',
            'actions' => $editor ? [$test, $all] : [$all],
        ];
    }

    /** @param array<string, string> $more */
    private function url(string $route, JobContext $context, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
