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
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Cause\CauseRule;

/** A unit fetches its file of settings from another by HTTPS: known there by its MAC, with a number, and with a way there. */
final class ProvisionIntent extends SeveralExchanges
{
    public function verb(): string
    {
        return 'fetches its configuration from';
    }

    public function predict(Engine $engine, Intent $intent, Pair $pair): PairPrediction
    {
        $unit = $engine->parties->device($pair->from);
        $lacks = match (true) {
            null === $unit => 'it is not a device',
            !$engine->job->profileOf($unit)->provisioning->isThere() => 'its device type uses no configuration file',
            null === ($unit->interfaces[0]->mac ?? null) => 'its MAC address is not known',
            null === $engine->calls->numberOf($unit) => 'it has no extension',
            default => null,
        };
        if (null !== $lacks) {
            $words = ['who' => $engine->job->nameOf($pair->from), 'what' => $lacks];

            return PairPrediction::impossible($pair, CauseRule::NotKnownBefore->at($pair->from, words: $words));
        }

        return $engine->reach($pair, self::https());
    }

    public function ways(Engine $engine, Intent $intent, Pair $pair): array
    {
        return [$engine->reach($pair, self::https())->chain()];
    }

    public function questions(ProbeFactory $asking, Intent $intent, Pair $pair): array
    {
        return [$asking->question($intent, $pair, ProbeKind::File, ProbeKind::File->defaultPort())];
    }

    private static function https(): Service
    {
        return new Service(Protocol::Tcp, 443, 443);
    }
}
