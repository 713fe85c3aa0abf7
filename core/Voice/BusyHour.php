<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

use Vorhut\Core\Job\Codec;
use Vorhut\Core\Job\Trunk;

/** The busy hour of one trunk: what is offered, what it takes, what is lost. */
final readonly class BusyHour
{
    /** Share of calls that may find all channels busy. */
    public const LOSS = 0.01;

    /** In erlang. */
    public float $traffic;

    /** Channels that lose no more than LOSS. */
    public int $needed;

    public ?int $channels;

    /** Share that finds all busy; null where the channels are not known. */
    public ?float $loss;

    /** Kilobits per second on the wire that all channels take at once, one direction. */
    public float $kbps;

    public function __construct(public Trunk $trunk)
    {
        $this->traffic = ErlangB::traffic((float) $trunk->callsPerHour, (float) $trunk->holdSeconds);
        $this->needed = ErlangB::channels($this->traffic, self::LOSS);
        $this->channels = $trunk->channels();
        $this->loss = null === $this->channels ? null : ErlangB::loss($this->traffic, $this->channels);
        $this->kbps = self::rate($trunk)->wireKbps * ($this->channels ?? $this->needed);
    }

    /** The widest codec of the trunk, 20 ms in a packet; Opus as G.711 where nothing else is said. */
    private static function rate(Trunk $trunk): CallRate
    {
        $codecs = [] === $trunk->ours->codecs ? [Codec::G711A] : $trunk->ours->codecs;

        return CallRate::coded([Codec::G729] === $codecs ? 8 : 64, 20);
    }
}
