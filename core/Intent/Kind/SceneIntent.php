<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent\Kind;

use Vorhut\Core\Intent\Engine;
use Vorhut\Core\Intent\Leaf;
use Vorhut\Core\Intent\LightData;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Intent\ProbeFactory;
use Vorhut\Core\Intent\SeveralExchanges;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Cause\CauseRule;
use Vorhut\Core\Relation\UnitChain;

/** A desk sends a look, and the store keeps and shows it; a plate without a network recalls it by its cord. */
final class SceneIntent extends SeveralExchanges
{
    /** Where a unit of light is told what to do. */
    private const CONTROL = 4300;

    public function verb(): string
    {
        return 'sends scenes to';
    }

    public function predict(Engine $engine, Intent $intent, Pair $pair): PairPrediction
    {
        $desk = $engine->parties->device($pair->from);
        $store = $engine->parties->device($pair->to);
        $universe = null === $store ? null : LightData::universe($store, $engine->job->profileOf($store));
        if (null === $desk || null === $store) {
            return PairPrediction::impossible($pair, CauseRule::NotADevice->at($pair->from, words: ['what' => 'A scene']));
        }
        if (null === $universe) {
            return PairPrediction::impossible($pair, CauseRule::NoUniverse->at($store->id, words: ['who' => $store->name]));
        }
        if ([] === $desk->interfaces) {
            return PairPrediction::chained($pair, [$this->byCord($engine, $pair)]);
        }
        $title = \sprintf('%s stores and recalls scenes in %s', $desk->name, $store->name);

        return PairPrediction::chained($pair, [
            LightData::leaf(
                oneWay: $engine->oneWay,
                source: $desk,
                of: $engine->job->profileOf($desk),
                receiver: $store,
                universe: $universe,
            ),
            $engine->ask($desk->id, $store->id, new Service(Protocol::Tcp, self::CONTROL, self::CONTROL), $title),
        ]);
    }

    /** Who gets slots through changes the light, and so does whoever is obeyed. */
    public function ways(Engine $engine, Intent $intent, Pair $pair): array
    {
        return $this->predict($engine, $intent, $pair)->alternatives();
    }

    public function questions(ProbeFactory $asking, Intent $intent, Pair $pair): array
    {
        return [$asking->scene($intent, $pair)];
    }

    private function byCord(Engine $engine, Pair $pair): Leaf
    {
        $chain = UnitChain::between($engine->job, $pair->from, $pair->to);
        $title = \sprintf('%s is wired to %s', $engine->job->nameOf($pair->from), $engine->job->nameOf($pair->to));
        $words = ['who' => $engine->job->nameOf($pair->from), 'other' => $engine->job->nameOf($pair->to)];

        return null === $chain
            ? new Leaf(
                title: $title,
                asker: $pair->from,
                target: null,
                service: null,
                span: PairVerdict::NotFound,
                cause: CauseRule::NoChain->at($pair->from, words: $words),
            )
            : new Leaf(title: $title, asker: $pair->from, target: null, service: null, span: PairVerdict::Through, cause: null);
    }
}
