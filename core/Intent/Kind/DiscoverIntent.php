<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent\Kind;

use Vorhut\Core\Intent\Engine;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Intent\ProbeFactory;
use Vorhut\Core\Intent\SeveralExchanges;
use Vorhut\Core\Job\Intent;

/** A station finds a unit, by one of the methods both speak. */
final class DiscoverIntent extends SeveralExchanges
{
    public function verb(): string
    {
        return 'finds';
    }

    public function isByList(): bool
    {
        return true;
    }

    public function predict(Engine $engine, Intent $intent, Pair $pair): PairPrediction
    {
        return $engine->finding->predict($pair);
    }

    public function ways(Engine $engine, Intent $intent, Pair $pair): array
    {
        return $engine->finding->predict($pair)->alternatives();
    }

    public function questions(ProbeFactory $asking, Intent $intent, Pair $pair): array
    {
        return $asking->discovery($intent, $pair);
    }
}
