<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent\Kind;

use Vorhut\Core\Intent\Engine;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Intent\ProbeFactory;
use Vorhut\Core\Intent\ProbeKind;
use Vorhut\Core\Intent\SeveralExchanges;
use Vorhut\Core\Job\Intent;

/** A call that ends at a fax, and goes over to one (ITU-T T.38). */
final class FaxIntent extends SeveralExchanges
{
    public function verb(): string
    {
        return 'sends faxes to';
    }

    public function predict(Engine $engine, Intent $intent, Pair $pair): PairPrediction
    {
        return $engine->dialled->predict($pair, 'fax');
    }

    public function ways(Engine $engine, Intent $intent, Pair $pair): array
    {
        return [$engine->dialled->predict($pair, 'fax')->chain()];
    }

    public function questions(ProbeFactory $asking, Intent $intent, Pair $pair): array
    {
        return [$asking->dialled($intent, $pair, ProbeKind::Fax)];
    }
}
