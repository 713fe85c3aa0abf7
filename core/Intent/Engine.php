<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Walk\Exchange;

/** What kinds of intents take pairs apart with: single exchanges, finding, calls, media that go one way. */
final class Engine
{
    public readonly FoundPairs $finding;
    public readonly OneWayMedia $oneWay;
    public readonly Calls $calls;
    public readonly DialledCalls $dialled;
    public readonly AddressCalls $addressCalls;
    private readonly ExchangeCache $asks;

    public function __construct(
        public readonly Job $job,
        public readonly Exchange $exchange,
        public readonly PartyExpansion $parties,
    ) {
        $this->finding = new FoundPairs($job, $exchange, $parties);
        $this->oneWay = new OneWayMedia($job, $exchange, $parties);
        $this->asks = new ExchangeCache($job, $exchange, $parties);
        $this->calls = new Calls($this->asks, $this->oneWay);
        $this->addressCalls = new AddressCalls($this->asks);
        $this->dialled = new DialledCalls($this->asks, $this->calls);
    }

    public function predict(Intent $intent, Pair $pair): PairPrediction
    {
        return Kinds::kindOf($intent)->predict($this, $intent, $pair);
    }

    /** The same for what must not be. */
    public function predictLeak(Intent $intent, Pair $pair): PairPrediction
    {
        return MustNot::judge($pair, Kinds::kindOf($intent)->ways($this, $intent, $pair));
    }

    public function reach(Pair $pair, Service $service): PairPrediction
    {
        $title = \sprintf('%s asks %s by %s', $this->job->nameOf($pair->from), $this->job->nameOf($pair->to), $service);
        $leaf = $this->ask($pair->from, $pair->to, $service, $title);

        $isExternal = true === $this->exchange->network->node($pair->to)?->isExternal;
        $how = 'by '.$service.($isExternal ? ', as far as the plan goes: how it replies is not known' : '');

        return new PairPrediction(pair: $pair, span: $leaf->span, cause: $leaf->cause, how: $how, leaves: [$leaf]);
    }

    /** One request and its answer. */
    public function ask(string $from, string $to, Service $service, string $title): Leaf
    {
        return $this->asks->ask($from, $to, $service, $title);
    }
}
