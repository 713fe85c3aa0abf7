<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Job\Intent;
use Vorhut\Core\Net\Service;

/** What one party wants of another: the exchanges it takes, who fares alike in it, what can be asked live, its words. */
interface Kind
{
    /** What one does with the other, in the middle of a sentence. */
    public function verb(): string;

    /** Whether the intent may name the service it is about. */
    public function takesService(): bool;

    /**
     * The one service that is asked for. Null where more of both sides counts than where they stand: what they offer, how they
     * find others, which phone system they belong to.
     */
    public function service(Intent $intent): ?Service;

    /** Whether any unit can stand for a segment in it: only where it is, not what it is, counts. */
    public function isForAnybody(): bool;

    /** Whether a station's list of addresses tells apart units that the network does not. */
    public function isByList(): bool;

    /** Whether what is set on each unit tells it apart from all others. */
    public function isByUnit(): bool;

    /** The exchanges one pair needs, judged. */
    public function predict(Engine $engine, Intent $intent, Pair $pair): PairPrediction;

    /**
     * What would be a leak where it must not be: ways, each a chain of exchanges that must work for the last one to be sent.
     *
     * @return non-empty-list<non-empty-list<Leaf>>
     */
    public function ways(Engine $engine, Intent $intent, Pair $pair): array;

    /** @return list<LiveQuestion>|null what is asked over the wire about one pair; null: nothing of this kind can be asked yet */
    public function questions(ProbeFactory $asking, Intent $intent, Pair $pair): ?array;
}
