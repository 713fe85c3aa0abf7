<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent\Kind;

use Vorhut\Core\Intent\Engine;
use Vorhut\Core\Intent\Leaf;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Intent\ProbeFactory;
use Vorhut\Core\Intent\SeveralExchanges;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Reach\Cause\CauseRule;
use Vorhut\Core\Relation\UnitChain;

/** A phone's ring sets off a horn or beacon: it registers, and a chain of cords leads from it, unit by unit. */
final class RingsIntent extends SeveralExchanges
{
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
        $chain = UnitChain::between($engine->job, $pair->from, $pair->to);
        foreach ($chain ?? [] as $coupled) {
            $title = \sprintf('%s %s %s', $coupled->from->name, $coupled->coupling->name, $coupled->to->name);
            $leaves[] = new Leaf(
                title: $title,
                asker: $coupled->from->id,
                target: null,
                service: null,
                span: PairVerdict::Through,
                cause: null,
            );
        }
        if (null === $chain) {
            $words = ['who' => $phone->name, 'other' => $engine->job->nameOf($pair->to)];
            $cause = CauseRule::NoChain->at($pair->from, words: $words);
            $leaves[] = new Leaf(
                title: 'wiring',
                asker: $pair->from,
                target: null,
                service: null,
                span: PairVerdict::NotFound,
                cause: $cause,
            );
        }

        return PairPrediction::chained($pair, $leaves);
    }

    public function ways(Engine $engine, Intent $intent, Pair $pair): array
    {
        return [$this->predict($engine, $intent, $pair)->chain()];
    }

    public function questions(ProbeFactory $asking, Intent $intent, Pair $pair): array
    {
        return [$asking->rung($intent, $pair)];
    }
}
