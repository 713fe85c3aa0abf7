<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent\Kind;

use Vorhut\Core\Intent\Engine;
use Vorhut\Core\Intent\ExchangeCache;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Intent\ProbeFactory;
use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Core\Intent\SeveralExchanges;
use Vorhut\Core\Job\Intent;

/** One registers at the other (SIP, RFC 3261, section 10): with an extension that belongs there. */
final class RegisterIntent extends SeveralExchanges
{
    public function verb(): string
    {
        return 'registers at';
    }

    public function predict(Engine $engine, Intent $intent, Pair $pair): PairPrediction
    {
        $missing = $engine->calls->whyNotRegistered($pair);

        return null === $missing ? $engine->reach($pair, ExchangeCache::sip()) : PairPrediction::impossible($pair, $missing);
    }

    /** An extension is quickly made: what keeps it out is the network. */
    public function ways(Engine $engine, Intent $intent, Pair $pair): array
    {
        return [$engine->reach($pair, ExchangeCache::sip())->chain()];
    }

    public function questions(ProbeFactory $asking, Intent $intent, Pair $pair): array
    {
        return [$asking->question($intent, $pair, ProbeKind::Register, ProbeKind::Register->defaultPort())];
    }
}
