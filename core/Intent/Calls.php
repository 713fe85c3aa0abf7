<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Reach\Cause\Cause;
use Vorhut\Core\Reach\Cause\CauseRule;
use Vorhut\Core\Reach\Walk\MediaEnd;
use Vorhut\Core\Reach\Walk\MediaPath;

/** A call (RFC 3261): both register, the phone system rings the callee, and sound goes both ways. */
final readonly class Calls
{
    private PhoneSystems $systems;

    public function __construct(private ExchangeCache $asks, private OneWayMedia $oneWay)
    {
        $this->systems = new PhoneSystems($asks->job);
    }

    public function predict(Pair $pair): PairPrediction
    {
        $ringing = $this->ringing($pair);
        $caller = $this->asks->parties->device($pair->from);
        $callee = $this->asks->parties->device($pair->to);
        if (!$ringing->span->holds() || null === $caller || null === $callee) {
            return $ringing;
        }
        $media = $this->media($caller, $callee);
        $how = PairVerdict::Through === $media->span ? 'audio both ways' : $media->title;

        return new PairPrediction(pair: $pair, span: $media->span, cause: $media->cause, how: $how, leaves: [...$ringing->leaves, $media]);
    }

    /** All that happens until the phone rings. */
    public function ringing(Pair $pair): PairPrediction
    {
        $caller = $this->asks->parties->device($pair->from);
        $callee = $this->asks->parties->device($pair->to);
        $leaves = [];
        foreach ([$caller, $callee] as $party) {
            $server = $this->systems->first($party);
            if (null === $party || null === $server) {
                $who = $party->id ?? $pair->to;
                $words = ['who' => $this->asks->job->nameOf($who)];

                return PairPrediction::impossible($pair, CauseRule::NoExtension->at($who, words: $words));
            }
            $title = \sprintf('%s registers at %s', $party->name, $server->name);
            $leaves[] = $this->asks->ask($party->id, $server->id, ExchangeCache::sip(), $title);
            if ($party === $callee) {
                $title = \sprintf('%s rings %s', $server->name, $party->name);
                $leaves[] = $this->asks->ask($server->id, $party->id, ExchangeCache::sip(), $title);
            }
        }

        return PairPrediction::chained($pair, $leaves);
    }

    /** The number of a unit; null where it has none at a planned phone system. */
    public function numberOf(?Device $device): ?string
    {
        foreach ($this->asks->job->extensions as $extension) {
            if (null !== $device && $extension->device === $device->id && isset($this->asks->job->devices[$extension->server ?? ''])) {
                return $extension->number;
            }
        }

        return null;
    }

    public function systemOf(?Device $device): ?Device
    {
        return null === $device ? null : $this->systems->first($device);
    }

    /** @return non-empty-list<Leaf> it registers, and is rung */
    public function rings(Device $phone, Device $system): array
    {
        return [
            $this->asks->ask($phone->id, $system->id, ExchangeCache::sip(), \sprintf('%s registers at %s', $phone->name, $system->name)),
            $this->asks->ask($system->id, $phone->id, ExchangeCache::sip(), \sprintf('%s rings %s', $system->name, $phone->name)),
        ];
    }

    /** Why the first has nothing to register with at the second; null where it has. */
    public function whyNotRegistered(Pair $pair): ?Cause
    {
        $systems = $this->systems->all($pair->from);
        $wanted = $this->asks->parties->device($pair->to)?->id;
        if (\in_array($wanted, $systems, true)) {
            return null;
        }
        $other = array_values(array_filter($systems, \is_string(...)))[0] ?? null;
        $words = ['who' => $this->asks->job->nameOf($pair->from), 'here' => $this->asks->job->nameOf($pair->to)];

        return null === $other
            ? CauseRule::NoExtension->at($pair->from, words: $words)
            : CauseRule::RegistersElsewhere->at($pair->from, words: $words + ['other' => $this->asks->job->nameOf($other)]);
    }

    /** @return non-empty-list<Leaf> sound that only has to go one way, by the phone system where that stands between */
    public function speech(Device $from, Device $to): array
    {
        $server = $this->between($from, $to);

        return null === $server
            ? [$this->oneWay->media($from, $to, [])]
            : [$this->oneWay->media($from, $server, []), $this->oneWay->media($server, $to, [])];
    }

    /** The phone system that passes the media on, if it does. */
    private function between(Device $a, Device $b): ?Device
    {
        $through = $this->asks->job->profileOf($a)->mediaThroughServer || $this->asks->job->profileOf($b)->mediaThroughServer;

        return $through ? $this->systems->first($a) : null;
    }

    /** Sound between two, both ways. */
    public function media(Device $a, Device $b): Leaf
    {
        $server = $this->between($a, $b);
        if (null === $server) {
            return $this->mediaLeg($a, $b);
        }
        $legs = [$this->mediaLeg($a, $server), $this->mediaLeg($b, $server)];

        return $legs[0]->span->holds() ? $legs[1] : $legs[0];
    }

    private function mediaLeg(Device $a, Device $b): Leaf
    {
        $title = \sprintf('audio between %s and %s', $a->name, $b->name);
        $addressA = $this->asks->parties->addressOf($a->id, $b->id);
        $addressB = $this->asks->parties->addressOf($b->id, $a->id);
        $mediaA = $this->asks->job->profileOf($a)->media;
        $mediaB = $this->asks->job->profileOf($b)->media;
        if (null === $addressA || null === $addressB || null === $mediaA || null === $mediaB) {
            $who = null === $addressA || null === $mediaA ? $a : $b;
            $lacks = null === ($who === $a ? $addressA : $addressB) ? 'no address' : 'no media ports';
            $cause = CauseRule::NoMedia->at($who->id, words: ['who' => $who->name, 'what' => $lacks]);

            return new Leaf(title: $title, asker: $a->id, target: null, service: null, span: PairVerdict::NotFound, cause: $cause);
        }
        $network = $this->asks->exchange->network;
        $path = MediaPath::between(
            $network,
            new MediaEnd($network->nodes[$a->id], $addressA, $mediaA),
            new MediaEnd($network->nodes[$b->id], $addressB, $mediaB),
        );
        $span = PairVerdict::bothWays($path->there, $path->back);
        if (PairVerdict::OneWay === $span) {
            $names = $path->there ? [$a->name, $b->name] : [$b->name, $a->name];
            $title = \sprintf('audio only from %s to %s', ...$names);
        }

        return new Leaf(
            title: $title,
            asker: $a->id,
            target: $addressB,
            service: $mediaB,
            span: $span,
            cause: $path->cause,
            decides: true,
            source: $addressA,
            media: $mediaA,
            listener: $b->id,
        );
    }
}
