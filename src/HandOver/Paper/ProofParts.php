<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver\Paper;

use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Proof\Observations;
use Vorhut\App\Web\Words;
use Vorhut\Core\Intent\Kinds;
use Vorhut\Core\Job\Expectation;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Proof\Explainer;
use Vorhut\Core\Proof\SeenCounts;
use Vorhut\Core\Proof\SeenIn;

/** Makes of each intent what is printed of it. */
final readonly class ProofParts
{
    /** Intents of which a way is drawn. */
    private const MAX_DRAWN = 40;

    public function __construct(private JobReading $reading, private Observations $observations) {}

    /** @return list<ProofPart> those that do not hold first */
    public function parts(JobContext $context): array
    {
        $explainer = new Explainer($this->reading->prover($context->stored));
        $seen = $this->observations->counts($context->stored);
        $parts = [];
        foreach (\array_slice($this->order($context), 0, self::MAX_DRAWN) as $intent) {
            $parts[] = $this->part($context, $explainer, $intent, $seen[$intent->id] ?? new SeenCounts());
        }

        return $parts;
    }

    /** @return list<Intent> */
    private function order(JobContext $context): array
    {
        $known = $this->reading->digest($context->stored)->intents;
        $intents = array_values($context->job->intents);
        $holds = static fn (Intent $intent): bool => ($known[$intent->id]['span'] ?? null)?->holds() ?? false;
        usort($intents, static fn (Intent $a, Intent $b): int => $holds($a) <=> $holds($b));

        return $intents;
    }

    private function part(JobContext $context, Explainer $explainer, Intent $intent, SeenCounts $seen): ProofPart
    {
        $prediction = $this->reading->prover($context->stored)->intent($intent);
        $explained = $explainer->first($intent);
        $pair = $explained?->prediction->pair;
        $count = $prediction->count();
        $failing = $prediction->failingCount();

        return new ProofPart(
            name: $intent->name,
            wanted: \sprintf('%s, %s', str_replace('-', ' ', $intent->expect->value), Words::count($count, 'pair')),
            predicted: match (true) {
                0 === $count => 'Not predictable: no device of the plan is named.',
                0 === $failing => 'All predicted to hold.',
                default => \sprintf('%d of %d predicted to fail.', $failing, $count),
            },
            seen: self::tried($seen, $count),
            isPlanned: 0 === $failing && $count > 0,
            pair: null === $pair ? '' : \sprintf(
                '%s %s %s',
                $context->job->nameOf($pair->from),
                Kinds::kindOf($intent)->verb(),
                $context->job->nameOf($pair->to),
            ),
            trace: null === $explained?->deciding ? null : TraceRows::fromTracePart(
                $explained->deciding,
                Expectation::Must === $intent->expect,
            ),
        );
    }

    /** On site and in the lab are two things: stand-ins that answer say nothing of the real units. */
    private static function tried(SeenCounts $seen, int $count): string
    {
        $said = [];
        foreach ([SeenIn::Site, SeenIn::Lab] as $where) {
            $all = $seen->seen($where);
            $said[] = 0 === $all
                ? \sprintf('%s Not tested %s.', $where->mark(), $where->label())
                : \sprintf('%s %d of %d tested %s, %d hold.', $where->mark(), $all, $count, $where->label(), $seen->holding($where));
        }

        return implode(' ', $said);
    }
}
