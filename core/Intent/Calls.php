<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Reach\Cause\CauseRule;
use Vorhut\Core\Reach\Walk\MediaPath;

/** A call (RFC 3261): both register, the phone system rings the callee, and sound goes both ways. */
final class Calls
{
    /** @var array<string, list<Extension>> */
    private array $extensionsOf = [];

    public function __construct(private readonly Asks $asks)
    {
        foreach ($asks->job->extensions as $extension) {
            $this->extensionsOf[(string) $extension->device][] = $extension;
        }
    }

    public function predict(Pair $pair): PairPrediction
    {
        $caller = $this->asks->parties->device($pair->from);
        $callee = $this->asks->parties->device($pair->to);
        $leaves = [];
        foreach ([$caller, $callee] as $party) {
            $server = null === $party ? null : $this->serverOf($party);
            if (null === $party || null === $server) {
                $words = ['who' => $party->name ?? $pair->to];

                return PairPrediction::impossible($pair, CauseRule::NoExtension->at($party->id ?? $pair->to, words: $words));
            }
            $title = \sprintf('%s registers at %s', $party->name, $server->name);
            $leaves[] = $this->asks->ask($party->id, $server->id, Asks::sip(), $title);
            if ($party === $callee) {
                $title = \sprintf('%s rings %s', $server->name, $party->name);
                $leaves[] = $this->asks->ask($server->id, $party->id, Asks::sip(), $title);
            }
        }
        \assert(null !== $caller && null !== $callee);
        $signalling = PairPrediction::chained($pair, $leaves);
        if (!$signalling->span->holds()) {
            return $signalling;
        }
        $media = $this->media($caller, $callee);
        $how = Span::Through === $media->span ? 'sound both ways' : $media->title;

        return new PairPrediction($pair, $media->span, $media->cause, $how, [...$leaves, $media]);
    }

    private function media(Device $a, Device $b): Leaf
    {
        $profiles = [$this->asks->job->profileOf($a), $this->asks->job->profileOf($b)];
        $server = $profiles[0]->mediaThroughServer || $profiles[1]->mediaThroughServer ? $this->serverOf($a) : null;
        if (null === $server) {
            return $this->mediaLeg($a, $b);
        }
        $legs = [$this->mediaLeg($a, $server), $this->mediaLeg($b, $server)];

        return $legs[0]->span->holds() ? $legs[1] : $legs[0];
    }

    private function mediaLeg(Device $a, Device $b): Leaf
    {
        $title = \sprintf('sound between %s and %s', $a->name, $b->name);
        $addressA = $this->asks->parties->addressOf($a->id, $b->id);
        $addressB = $this->asks->parties->addressOf($b->id, $a->id);
        $mediaA = $this->asks->job->profileOf($a)->media;
        $mediaB = $this->asks->job->profileOf($b)->media;
        if (null === $addressA || null === $addressB || null === $mediaA || null === $mediaB) {
            $who = null === $addressA || null === $mediaA ? $a : $b;

            return new Leaf($title, $a->id, null, null, Span::NotFound, CauseRule::NoMedia->at($who->id, words: ['who' => $who->name]));
        }
        $network = $this->asks->exchange->network;
        $path = MediaPath::between($network, $network->nodes[$a->id], $addressA, $mediaA, $network->nodes[$b->id], $addressB, $mediaB);
        $span = $path->there && $path->back ? Span::Through : ($path->there || $path->back ? Span::OneWay : Span::NotFound);
        if (Span::OneWay === $span) {
            $names = $path->there ? [$a->name, $b->name] : [$b->name, $a->name];
            $title = \sprintf('sound only from %s to %s', ...$names);
        }

        return new Leaf($title, $a->id, $addressB, $mediaB, $span, $path->cause, true, $addressA, $mediaA, $b->id);
    }

    private function serverOf(Device $device): ?Device
    {
        foreach ($this->extensionsOf[$device->id] ?? [] as $extension) {
            $server = null === $extension->server ? null : $this->asks->parties->device($extension->server);
            if (null !== $server) {
                return $server;
            }
        }

        return null;
    }
}
