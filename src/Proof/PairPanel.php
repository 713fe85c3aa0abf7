<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\Observation;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Post;
use Vorhut\Core\Intent\Kinds;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Intent\ProbeFactory;
use Vorhut\Core\Isolation;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Proof\ExplainedLeaf;
use Vorhut\Core\Proof\Explainer;
use Vorhut\Core\Proof\Explanation;
use Vorhut\Core\Reach\Cause\PathDirection;
use Vorhut\Core\Reach\Node\Network;
use Vorhut\Core\Reach\Walk\TraceStep;

/** Shows one pair of an intent, and the others beside it. */
final readonly class PairPanel
{
    private const PAIRS_SHOWN = 40;
    private const REPAIRS_SHOWN = 5;

    public function __construct(
        private JobReading $reading,
        private JobRepairs $found,
        private RepairViews $repairs,
        private Observations $observations,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    /**
     * @param string $wanted key of the pair that is looked at; else the first one
     * @param int $count pairs of the intent, in the open cell if one is open
     */
    public function show(JobContext $context, Intent $intent, string $wanted, ?Cell $cell, int $count): ?PairView
    {
        $prover = $this->reading->prover($context->stored);
        $prediction = $prover->intent($intent);
        $pairs = $prediction->first(self::PAIRS_SHOWN, null === $cell ? null : $this->inCell($context, $cell));
        $asked = Pair::fromKey($wanted);
        $pair = $prover->has($intent, $asked) ? $asked : ($pairs[0] ?? null)?->pair;
        $explanation = null === $pair ? null : (new Explainer($prover))->explain($intent, $pair);
        if (null === $explanation) {
            return null;
        }
        $shown = [...array_map(static fn (PairPrediction $p): Pair => $p->pair, $pairs), $explanation->prediction->pair];
        $seen = $this->observations->observations($context->stored, $intent->id, $shown);
        $rows = $this->rows(context: $context, intent: $intent, pairs: $pairs, shown: $explanation, cell: $cell, seen: $seen);

        return $this->view(
            context: $context,
            network: $prover->network,
            explanation: $explanation,
            rows: $rows,
            count: $count,
            seen: $seen,
        );
    }

    /** What would mend a pair of an intent; null where it belongs to it not. */
    public function repairs(JobContext $context, Intent $intent, string $pair): ?RepairsView
    {
        $prover = $this->reading->prover($context->stored);
        $asked = Pair::fromKey($pair);

        return $prover->has($intent, $asked) ? $this->mends($context, $intent, $prover->pair($intent, $asked)) : null;
    }

    private function mends(JobContext $context, Intent $intent, PairPrediction $p): RepairsView
    {
        $found = $p->span->fails() ? $this->found->forPair($context->stored, $intent->id, $p->pair) : [];
        $shown = \array_slice($found ?? [], 0, self::REPAIRS_SHOWN);
        $failing = $this->reading->digest($context->stored)->failingPairs();
        $query = ['slug' => $context->stored->getSlug(), 'intent' => $intent->id, 'pair' => $p->pair->key()];

        return new RepairsView(
            $this->repairs->all(context: $context, repairs: $shown, failing: $failing, intent: $intent->id, pair: $p->pair->key()),
            PairVerdict::Leak === $p->span
                ? 'There is no router between them that could block it: move one of them to another segment.'
                : $p->cause?->rule->otherwise() ?? '',
            null === $found ? $this->urls->generate('repairs', $query) : null,
        );
    }

    /** @return \Closure(Pair): bool */
    private function inCell(JobContext $context, Cell $cell): \Closure
    {
        $matrix = $this->reading->digest($context->stored)->matrices[$cell->axis->value];

        return static fn (Pair $pair): bool => $matrix->holds($context->job, $pair, $cell->row, $cell->column);
    }

    /**
     * @param list<PairRow> $rows
     * @param array<string, Observation> $seen
     */
    private function view(
        JobContext $context,
        Network $network,
        Explanation $explanation,
        array $rows,
        int $count,
        array $seen,
    ): PairView {
        $p = $explanation->prediction;
        $job = $context->job;
        $intent = $explanation->intent;
        $leak = PairVerdict::Leak === $p->span;
        $summary = $count > \count($rows) ? \sprintf('the first %d of %d, failing ones first', \count($rows), $count) : (string) $count;

        return new PairView(
            title: \sprintf('%s %s %s', $job->nameOf($p->pair->from), Kinds::kindOf($intent)->verb(), $job->nameOf($p->pair->to)),
            summary: \sprintf('%s · %s', str_replace('-', ' ', $intent->expect->value), $p->how),
            predicted: VerdictView::fromVerdict($p->span),
            seen: self::seen($context, $p, $seen),
            drawing: self::drawing($explanation, $leak),
            pairs: $rows,
            pairsSummary: $summary,
            why: self::why($explanation),
            parts: self::parts($explanation),
            repairs: $p->span->fails() ? $this->mends($context, $intent, $p) : null,
            tests: $this->tests(context: $context, network: $network, intent: $intent, pair: $p->pair, count: $count),
            observe: $this->observe($context, $intent, $p->pair),
        );
    }

    /**
     * @param list<PairPrediction> $pairs
     * @param array<string, Observation> $seen
     *
     * @return list<PairRow>
     */
    private function rows(JobContext $context, Intent $intent, array $pairs, Explanation $shown, ?Cell $cell, array $seen): array
    {
        $rows = [];
        foreach ($pairs as $p) {
            $query = ['slug' => $context->stored->getSlug(), 'intent' => $intent->id, 'pair' => $p->pair->key()];
            $rows[] = new PairRow(
                from: $context->job->nameOf($p->pair->from),
                to: $context->job->nameOf($p->pair->to),
                url: $this->urls->generate('proof', $query + ($cell?->query() ?? [])).'#intent',
                predicted: VerdictView::fromVerdict($p->span),
                seen: self::seen($context, $p, $seen),
                selected: $p->pair->key() === $shown->prediction->pair->key(),
            );
        }

        return $rows;
    }

    private static function drawing(Explanation $explanation, bool $leak): ?TraceDrawing
    {
        $deciding = $explanation->deciding;

        return null === $deciding
            ? null
            : Isolation::run('The drawing of a trace', static fn (): TraceDrawing => TraceDrawing::fromPart($deciding, $leak));
    }

    /** @param array<string, Observation> $seen */
    private static function seen(JobContext $context, PairPrediction $p, array $seen): ?SeenView
    {
        $observation = $seen[$p->pair->key()] ?? null;

        return null === $observation ? null : SeenView::fromPrediction($context->job, $p, $observation, $context->stored->getTimezone());
    }

    private static function why(Explanation $explanation): string
    {
        $leak = PairVerdict::Leak === $explanation->prediction->span;

        return $explanation->prediction->cause->text ?? ($leak ? 'It is reachable, but must not be' : 'It works as planned');
    }

    /** @return list<array{title: string, open: bool, steps: list<array{text: string, stop: bool, note: string}>}> the deciding one first */
    private static function parts(Explanation $explanation): array
    {
        $parts = array_filter(
            $explanation->parts,
            static fn (ExplainedLeaf $p): bool => [] !== $p->steps
                || !\in_array($p->leaf->cause?->text, [null, self::why($explanation)], true),
        );
        usort(
            $parts,
            static fn (ExplainedLeaf $a, ExplainedLeaf $b): int => ($b === $explanation->deciding)
                <=> ($a === $explanation->deciding),
        );

        return array_map(static fn (ExplainedLeaf $p): array => [
            'title' => \sprintf('%s: %s%s', ucfirst($p->leaf->title), $p->leaf->span->word(), $p->leaf->decides ? '' : ' (not needed)'),
            'open' => $p === $explanation->deciding,
            'steps' => self::steps($p, self::why($explanation)),
        ], $parts);
    }

    /** @return list<array{text: string, stop: bool, note: string}> */
    private static function steps(ExplainedLeaf $part, string $why): array
    {
        if ([] === $part->steps) {
            return [['text' => $part->leaf->cause->text ?? '', 'stop' => true, 'note' => '']];
        }
        $steps = [];
        $before = null;
        foreach ($part->steps as $step) {
            $turns = $step->ok && PathDirection::Reply === $step->leg
                && $before instanceof TraceStep && PathDirection::Request === $before->leg;
            $note = null === $part->leaf->media ? '(reply)' : '(reverse direction)';
            // The cause is shown above.
            $text = $step->ok || $step->text !== $why ? $step->text : ucfirst($part->leaf->cause?->rule->short() ?? $step->text);
            $steps[] = ['text' => $text, 'stop' => !$step->ok, 'note' => $turns ? $note : ''];
            $before = $step;
        }

        return $steps;
    }

    /** @return list<Post> */
    private function tests(JobContext $context, Network $network, Intent $intent, Pair $pair, int $count): array
    {
        $askable = null !== Kinds::kindOf($intent)->questions(new ProbeFactory($context->job, $network), $intent, $pair);
        if (!$askable || !$this->security->isGranted('ROLE_TECHNICIAN')) {
            return [];
        }
        $url = $this->urls->generate('test_start', ['slug' => $context->stored->getSlug()]);
        $tests = [new Post('Test this pair live', $url, ['intent' => $intent->id, 'pair' => $pair->key()], 'l')];
        if ($count > 1) {
            $tests[] = new Post('Test the whole intent live', $url, ['intent' => $intent->id], 'i');
        }

        return $tests;
    }

    /** @return array{url: string, values: array<string, string|int>, fields: list<FormField>}|null */
    private function observe(JobContext $context, Intent $intent, Pair $pair): ?array
    {
        if (!$this->security->isGranted('ROLE_TECHNICIAN')) {
            return null;
        }
        $spans = [];
        foreach (PairVerdict::observable() as $span) {
            $spans[$span->value] = $span->word();
        }

        return [
            'url' => $this->urls->generate('observe', ['slug' => $context->stored->getSlug()]),
            'values' => ['intent' => $intent->id, 'pair' => $pair->key()],
            'fields' => [
                new FormField('span', 'Test result', control: 'select', options: $spans),
                new FormField('note', 'Note', more: ['maxlength' => 400]),
            ],
        ];
    }
}
