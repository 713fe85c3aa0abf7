<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent\Kind;

use Vorhut\Core\Intent\Asking;
use Vorhut\Core\Intent\Engine;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Intent\SeveralExchanges;
use Vorhut\Core\Job\Intent;

/** A station finds a unit and then speaks with it by the service its kind is managed by. */
final class Manage extends SeveralExchanges
{
    public function verb(): string
    {
        return 'finds and manages';
    }

    public function isByList(): bool
    {
        return true;
    }

    public function predict(Engine $engine, Intent $intent, Pair $pair): PairPrediction
    {
        $found = $engine->finding->predict($pair);
        $unit = $engine->parties->device($pair->to);
        $service = null === $unit ? null : $engine->job->profileOf($unit)->manage;
        if (!$found->span->holds() || null === $service) {
            return $found;
        }
        $title = \sprintf('%s manages %s by %s', $engine->job->nameOf($pair->from), $unit->name, $service);
        $leaf = $engine->ask($pair->from, $pair->to, $service, $title);

        return new PairPrediction($pair, $leaf->span, $leaf->cause, $found->how, [...$found->leaves, $leaf]);
    }

    public function questions(Asking $asking, Intent $intent, Pair $pair): array
    {
        return [...$asking->discovery($intent, $pair), ...$asking->management($intent, $pair)];
    }
}
