<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Job\Expectation;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Reach\Exchange;
use Vorhut\Core\Reach\Network;

/** Predicts the intents of a job: expands each to its pairs and asks the engine about every exchange a pair needs. */
final class Prover
{
    public readonly Network $network;
    private readonly Parties $parties;
    private readonly PairProver $pairs;

    public function __construct(private readonly Job $job)
    {
        $this->network = new Network($job);
        $this->parties = new Parties($job, $this->network);
        $this->pairs = new PairProver($job, new Exchange($this->network), $this->parties);
    }

    public function prove(): ProofReport
    {
        return new ProofReport(array_map($this->intent(...), $this->job->intents));
    }

    public function intent(Intent $intent): IntentPrediction
    {
        $pairs = [];
        foreach ($this->parties->pairs($intent) as $pair) {
            $prediction = $this->pairs->predict($intent, $pair);
            $pairs[] = Expectation::Must === $intent->expect ? $prediction : self::reversed($prediction);
        }

        return new IntentPrediction($intent, $pairs);
    }

    /** For what must not be: delivered is a leak, even where the answer is lost or nobody listens. */
    private static function reversed(PairPrediction $p): PairPrediction
    {
        $span = match ($p->span) {
            Span::Through, Span::NoReply, Span::NoListener, Span::OneWay, Span::Fades, Span::TwoOwners => Span::Leak,
            Span::Untried => Span::Untried,
            default => Span::KeptApart,
        };

        if (Span::Leak !== $span) {
            return new PairPrediction($p->pair, $span, $p->cause, $p->cause->text ?? $p->how, $p->leaves);
        }
        $how = match ($p->span) {
            Span::NoReply, Span::OneWay => 'the request gets there; only its answer is lost',
            Span::NoListener => 'the way is open; only nobody listens there now',
            default => 'the way is open',
        };

        return new PairPrediction($p->pair, $span, null, $how, $p->leaves);
    }
}
