<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent\Kind;

use Vorhut\Core\Intent\Engine;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Intent\ProbeFactory;
use Vorhut\Core\Intent\SeveralExchanges;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Cause\CauseRule;

/**
 * A source that waits to be asked (RTSP, RFC 7826) is asked first; then its media go one way: to the groups the receiver
 * joined, else to its address.
 */
final class StreamIntent extends SeveralExchanges
{
    private const RTSP = 554;

    public function verb(): string
    {
        return 'streams to';
    }

    public function predict(Engine $engine, Intent $intent, Pair $pair): PairPrediction
    {
        $source = $engine->parties->device($pair->from);
        $receiver = $engine->parties->device($pair->to);
        if (null === $source || null === $receiver) {
            return PairPrediction::impossible($pair, CauseRule::NotADevice->at($pair->from, words: ['what' => 'A stream']));
        }
        $leaves = [];
        $groups = $engine->oneWay->groupsOf($receiver);
        if ([] === $groups && $engine->exchange->network->nodes[$source->id]->listensOn(Protocol::Tcp, self::RTSP)) {
            $title = \sprintf('%s asks %s for the stream', $receiver->name, $source->name);
            $leaves[] = $engine->ask($receiver->id, $source->id, new Service(Protocol::Tcp, self::RTSP, self::RTSP), $title);
        }
        $leaves[] = $engine->oneWay->media($source, $receiver, $groups);

        return PairPrediction::chained($pair, $leaves);
    }

    public function questions(ProbeFactory $asking, Intent $intent, Pair $pair): array
    {
        $questions = [$asking->streamRequest($intent, $pair, self::RTSP), $asking->media($intent, $pair, false)];

        return array_values(array_filter($questions));
    }

    /** Who may ask for it may see it, and so may whoever it is sent to. */
    public function ways(Engine $engine, Intent $intent, Pair $pair): array
    {
        return $this->predict($engine, $intent, $pair)->alternatives();
    }
}
