<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Job\Intent;
use Vorhut\Core\Net\Service;

/** A kind of intent that is a single request and its answer. */
abstract class OneExchange implements Kind
{
    abstract public function service(Intent $intent): Service;

    public function isForAnybody(): bool
    {
        return false;
    }

    public function takesService(): bool
    {
        return false;
    }

    public function isByList(): bool
    {
        return false;
    }

    public function isByUnit(): bool
    {
        return false;
    }

    public function predict(Engine $engine, Intent $intent, Pair $pair): PairPrediction
    {
        return $engine->reach($pair, $this->service($intent));
    }

    public function ways(Engine $engine, Intent $intent, Pair $pair): array
    {
        return [$engine->reach($pair, $this->service($intent))->chain()];
    }

    public function questions(ProbeFactory $asking, Intent $intent, Pair $pair): ?array
    {
        return null;
    }
}
