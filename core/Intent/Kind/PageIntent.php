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

/** Announcements to the groups the horn joined; else a call whose sound only has to go one way. */
final class PageIntent extends SeveralExchanges
{
    public function verb(): string
    {
        return 'pages';
    }

    public function predict(Engine $engine, Intent $intent, Pair $pair): PairPrediction
    {
        $console = $engine->parties->device($pair->from);
        $horn = $engine->parties->device($pair->to);
        $groups = null === $horn ? [] : $engine->oneWay->groupsOf($horn);
        if (null !== $console && null !== $horn && [] !== $groups) {
            return PairPrediction::chained($pair, [$engine->oneWay->media($console, $horn, $groups)]);
        }
        $ringing = $engine->calls->ringing($pair);
        if (!$ringing->span->holds() || null === $console || null === $horn) {
            return $ringing;
        }

        return PairPrediction::chained($pair, [...$ringing->leaves, ...$engine->calls->speech($console, $horn)]);
    }

    public function questions(ProbeFactory $asking, Intent $intent, Pair $pair): array
    {
        return [
            $asking->media($intent, $pair, true)
                ?? $asking->question($intent, $pair, ProbeKind::Page, ProbeKind::Page->defaultPort()),
        ];
    }

    /** A group is heard or not; a horn that is rung speaks. */
    public function ways(Engine $engine, Intent $intent, Pair $pair): array
    {
        $console = $engine->parties->device($pair->from);
        $horn = $engine->parties->device($pair->to);
        $announced = [];
        if (null !== $console && null !== $horn) {
            foreach ($engine->oneWay->groupsOf($horn) as $group) {
                $announced[] = [$engine->oneWay->media($console, $horn, [$group])];
            }
        }

        return [] === $announced ? [$engine->calls->ringing($pair)->chain()] : $announced;
    }
}
