<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent\Kind;

use Vorhut\Core\Intent\Engine;
use Vorhut\Core\Intent\Leaf;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Intent\ProbeFactory;
use Vorhut\Core\Intent\SeveralExchanges;
use Vorhut\Core\Job\Intent;

/** A station finds a unit and then speaks with it by the service its kind is managed by. */
final class ManageIntent extends SeveralExchanges
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
        $leaf = $found->span->holds() ? self::managed($engine, $pair) : null;

        return null === $leaf
            ? $found
            : new PairPrediction(pair: $pair, span: $leaf->span, cause: $leaf->cause, how: $found->how, leaves: [...$found->leaves, $leaf]);
    }

    /** Either is too much: who knows the address manages a unit that no method finds. */
    public function ways(Engine $engine, Intent $intent, Pair $pair): array
    {
        $leaf = self::managed($engine, $pair);

        return [...null === $leaf ? [] : [[$leaf]], ...$engine->finding->predict($pair)->alternatives()];
    }

    public function questions(ProbeFactory $asking, Intent $intent, Pair $pair): array
    {
        return [...$asking->discovery($intent, $pair), ...$asking->management($intent, $pair)];
    }

    private static function managed(Engine $engine, Pair $pair): ?Leaf
    {
        $unit = $engine->parties->device($pair->to);
        $service = null === $unit ? null : $engine->job->profileOf($unit)->manage;
        if (null === $service) {
            return null;
        }
        $title = \sprintf('%s manages %s by %s', $engine->job->nameOf($pair->from), $unit->name, $service);

        return $engine->ask($pair->from, $pair->to, $service, $title);
    }
}
