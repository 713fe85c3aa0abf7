<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent\Kind;

use Vorhut\Core\Coupling\Coupled;
use Vorhut\Core\Coupling\Couplings;
use Vorhut\Core\Intent\Asking;
use Vorhut\Core\Intent\Engine;
use Vorhut\Core\Intent\Leaf;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Intent\SeveralExchanges;
use Vorhut\Core\Intent\Span;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Reach\Cause\CauseRule;

/** A phone's ring sets off a horn or beacon: it registers, and a chain of cords leads from it, unit by unit. */
final class Rings extends SeveralExchanges
{
    private const LONGEST = 5;

    public function verb(): string
    {
        return 'rings';
    }

    public function predict(Engine $engine, Intent $intent, Pair $pair): PairPrediction
    {
        $phone = $engine->parties->device($pair->from);
        $system = $engine->calls->systemOf($phone);
        if (null === $phone || null === $system) {
            return PairPrediction::impossible(
                $pair,
                CauseRule::NoExtension->at($pair->from, words: ['who' => $engine->job->nameOf($pair->from)]),
            );
        }
        $leaves = $engine->calls->rings($phone, $system);
        $chain = self::chain($engine, $pair);
        foreach ($chain ?? [] as $coupled) {
            $title = \sprintf('%s %s %s', $coupled->from->name, $coupled->coupling->name, $coupled->to->name);
            $leaves[] = new Leaf($title, $coupled->from->id, null, null, Span::Through, null);
        }
        if (null === $chain) {
            $words = ['who' => $phone->name, 'other' => $engine->job->nameOf($pair->to)];
            $cause = CauseRule::NoChain->at($pair->from, words: $words);
            $leaves[] = new Leaf('a chain of cords', $pair->from, null, null, Span::NotFound, $cause);
        }

        return PairPrediction::chained($pair, $leaves);
    }

    public function ways(Engine $engine, Intent $intent, Pair $pair): array
    {
        return [$this->predict($engine, $intent, $pair)->chain()];
    }

    /** Only who stands there hears it. */
    public function questions(Asking $asking, Intent $intent, Pair $pair): ?array
    {
        return null;
    }

    /**
     * The shortest chain of pairings between the two, by whichever end each was drawn from.
     *
     * @return list<Coupled>|null
     */
    private static function chain(Engine $engine, Pair $pair): ?array
    {
        $couplings = Couplings::of($engine->job);
        $chains = [[$pair->from, []]];
        $seen = [$pair->from => true];
        while ([] !== $chains) {
            [$at, $chain] = array_shift($chains);
            $device = $engine->job->devices[$at] ?? null;
            $all = null === $device || \count($chain) >= self::LONGEST ? [] : $couplings->with($device);
            foreach ($all as $coupled) {
                $next = $coupled->from->id === $at ? $coupled->to->id : $coupled->from->id;
                if ($coupled->coupling->byExtension || isset($seen[$next])) {
                    continue;
                }
                $seen[$next] = true;
                $longer = [...$chain, $coupled];
                if ($next === $pair->to) {
                    return $longer;
                }
                $chains[] = [$next, $longer];
            }
        }

        return null;
    }
}
