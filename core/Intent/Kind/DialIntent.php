<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent\Kind;

use Vorhut\Core\Intent\Engine;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Intent\ProbeFactory;
use Vorhut\Core\Intent\SeveralExchanges;
use Vorhut\Core\Job\Intent;

/** A call by address: a codec or phone dials another without a phone system, by SIP or by the service that is named. */
final class DialIntent extends SeveralExchanges
{
    public function verb(): string
    {
        return 'dials by address';
    }

    public function takesService(): bool
    {
        return true;
    }

    public function isByUnit(): bool
    {
        return true;
    }

    public function predict(Engine $engine, Intent $intent, Pair $pair): PairPrediction
    {
        return $engine->addressCalls->predict($pair, $intent->service);
    }

    /** What must not be is that it rings. */
    public function ways(Engine $engine, Intent $intent, Pair $pair): array
    {
        return [[$engine->addressCalls->predict($pair, $intent->service)->chain()[0]]];
    }

    public function questions(ProbeFactory $asking, Intent $intent, Pair $pair): array
    {
        return [$asking->byAddress($intent, $pair)];
    }
}
