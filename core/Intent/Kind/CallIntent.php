<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent\Kind;

use Vorhut\Core\Intent\DialledCalls;
use Vorhut\Core\Intent\Engine;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Intent\ProbeFactory;
use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Core\Intent\SeveralExchanges;
use Vorhut\Core\Job\Intent;

/** Both register, the phone system rings one for the other, and sound goes both ways. */
final class CallIntent extends SeveralExchanges
{
    public function verb(): string
    {
        return 'calls';
    }

    public function predict(Engine $engine, Intent $intent, Pair $pair): PairPrediction
    {
        return DialledCalls::isMeantBy($pair) ? $engine->dialled->predict($pair) : $engine->calls->predict($pair);
    }

    /** What must not be is that it rings; whether sound would follow does not count. */
    public function ways(Engine $engine, Intent $intent, Pair $pair): array
    {
        return [(DialledCalls::isMeantBy($pair) ? $engine->dialled->predict($pair) : $engine->calls->ringing($pair))->chain()];
    }

    public function questions(ProbeFactory $asking, Intent $intent, Pair $pair): array
    {
        return [$asking->dialled($intent, $pair, ProbeKind::Call)];
    }
}
