<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\IntentKind;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Protocol;
use Vorhut\Core\Job\Service;
use Vorhut\Core\Reach\Cause;
use Vorhut\Core\Reach\Exchange;
use Vorhut\Core\Reach\MediaPath;

/** Takes one pair of an intent apart into the exchanges it needs, and judges it by them. */
final class PairProver
{
    public readonly FoundPairs $finding;
    private readonly OneWayMedia $oneWay;

    /** @var array<string, Leaf> */
    private array $asked = [];

    /** @var array<string, list<Extension>> */
    private array $extensionsOf = [];

    public function __construct(
        private readonly Job $job,
        private readonly Exchange $exchange,
        private readonly Parties $parties,
    ) {
        $this->finding = new FoundPairs($job, $exchange, $parties);
        $this->oneWay = new OneWayMedia($job, $exchange, $parties);
        foreach ($job->extensions as $extension) {
            $this->extensionsOf[(string) $extension->device][] = $extension;
        }
    }

    public function predict(Intent $intent, Pair $pair): PairPrediction
    {
        return match ($intent->kind) {
            IntentKind::Reach => $this->reach($pair, $intent->service ?? new Service(Protocol::Icmp)),
            IntentKind::Time => $this->reach($pair, new Service(Protocol::Udp, 123, 123)),
            IntentKind::Register => $this->reach($pair, new Service(Protocol::Udp, 5060, 5060)),
            IntentKind::Discover => $this->finding->predict($pair),
            IntentKind::Manage => $this->manage($pair),
            IntentKind::Call => $this->call($pair),
            IntentKind::Stream => $this->stream($pair),
            IntentKind::Page => $this->page($pair),
        };
    }

    private function reach(Pair $pair, Service $service): PairPrediction
    {
        $leaf = $this->ask($pair->from, $pair->to, $service, \sprintf('%s asks %s by %s', $this->job->nameOf($pair->from), $this->job->nameOf($pair->to), $service));

        return new PairPrediction($pair, $leaf->span, $leaf->cause, 'by '.$service, [$leaf]);
    }

    private function manage(Pair $pair): PairPrediction
    {
        $found = $this->finding->predict($pair);
        $unit = $this->parties->device($pair->to);
        $service = null === $unit ? null : $this->job->profileOf($unit)->manage;
        if (!$found->span->holds() || null === $service) {
            return $found;
        }
        $leaf = $this->ask($pair->from, $pair->to, $service, \sprintf('%s manages %s by %s', $this->job->nameOf($pair->from), $unit->name, $service));

        return new PairPrediction($pair, $leaf->span, $leaf->cause, $found->how, [...$found->leaves, $leaf]);
    }

    private function call(Pair $pair): PairPrediction
    {
        $caller = $this->parties->device($pair->from);
        $callee = $this->parties->device($pair->to);
        $leaves = [];
        foreach ([$caller, $callee] as $party) {
            $server = null === $party ? null : $this->serverOf($party);
            if (null === $party || null === $server) {
                return self::impossible($pair, new Cause($party->id ?? $pair->to, 'no-extension', [], \sprintf('%s has no extension at a phone system', $party->name ?? $pair->to)));
            }
            $leaves[] = $this->ask($party->id, $server->id, new Service(Protocol::Udp, 5060, 5060), \sprintf('%s registers at %s', $party->name, $server->name));
            if ($party === $callee) {
                $leaves[] = $this->ask($server->id, $party->id, new Service(Protocol::Udp, 5060, 5060), \sprintf('%s rings %s', $server->name, $party->name));
            }
        }
        \assert(null !== $caller && null !== $callee);
        $signalling = self::chained($pair, $leaves);
        if (!$signalling->span->holds()) {
            return $signalling;
        }
        $media = $this->media($caller, $callee);

        return new PairPrediction($pair, $media->span, $media->cause, Span::Through === $media->span ? 'sound both ways' : $media->title, [...$leaves, $media]);
    }

    /**
     * A source that waits to be asked (RTSP) is asked first; then its media go one way: to the groups the receiver joined, else to its
     * address.
     */
    private function stream(Pair $pair): PairPrediction
    {
        $source = $this->parties->device($pair->from);
        $receiver = $this->parties->device($pair->to);
        if (null === $source || null === $receiver) {
            return self::impossible($pair, new Cause($pair->from, 'not-a-device', [], 'A stream is between two devices; one of these is none'));
        }
        $leaves = [];
        $rtsp = new Service(Protocol::Tcp, 554, 554);
        $groups = $this->oneWay->groupsOf($receiver);
        if ([] === $groups && $this->exchange->network->nodes[$source->id]->listensOn(Protocol::Tcp, 554)) {
            $leaves[] = $this->ask($receiver->id, $source->id, $rtsp, \sprintf('%s asks %s for the stream', $receiver->name, $source->name));
        }
        $leaves[] = $this->oneWay->media($source, $receiver, $groups);

        return self::chained($pair, $leaves);
    }

    /** Announcements to the groups the horn joined; else a call whose sound only has to go one way. */
    private function page(Pair $pair): PairPrediction
    {
        $console = $this->parties->device($pair->from);
        $horn = $this->parties->device($pair->to);
        $groups = null === $horn ? [] : $this->oneWay->groupsOf($horn);
        if (null !== $console && null !== $horn && [] !== $groups) {
            return self::chained($pair, [$this->oneWay->media($console, $horn, $groups)]);
        }
        $call = $this->call($pair);
        if (Span::OneWay !== $call->span || null === $console || null === $horn) {
            return $call;
        }

        return self::chained($pair, [...\array_slice($call->leaves, 0, -1), $this->oneWay->media($console, $horn, [])]);
    }

    /**
     * The first exchange that fails decides.
     *
     * @param non-empty-list<Leaf> $leaves
     */
    private static function chained(Pair $pair, array $leaves): PairPrediction
    {
        foreach ($leaves as $leaf) {
            if (!$leaf->span->holds()) {
                return new PairPrediction($pair, $leaf->span, $leaf->cause, $leaf->title, $leaves);
            }
        }

        return new PairPrediction($pair, Span::Through, null, $leaves[array_key_last($leaves)]->title, $leaves);
    }

    private function media(Device $a, Device $b): Leaf
    {
        $profiles = [$this->job->profileOf($a), $this->job->profileOf($b)];
        if ($profiles[0]->mediaThroughServer || $profiles[1]->mediaThroughServer) {
            $server = $this->serverOf($a);
            if (null !== $server) {
                $legs = [$this->mediaLeg($a, $server), $this->mediaLeg($b, $server)];

                return $legs[0]->span->holds() ? $legs[1] : $legs[0];
            }
        }

        return $this->mediaLeg($a, $b);
    }

    private function mediaLeg(Device $a, Device $b): Leaf
    {
        $title = \sprintf('sound between %s and %s', $a->name, $b->name);
        $addressA = $this->parties->addressOf($a->id, $b->id);
        $addressB = $this->parties->addressOf($b->id, $a->id);
        $mediaA = $this->job->profileOf($a)->media;
        $mediaB = $this->job->profileOf($b)->media;
        if (null === $addressA || null === $addressB || null === $mediaA || null === $mediaB) {
            $who = null === $addressA || null === $mediaA ? $a : $b;

            return new Leaf($title, $a->id, null, null, Span::NotFound, new Cause($who->id, 'no-media', [], \sprintf('%s has no address or no media ports', $who->name)));
        }
        $nodes = $this->exchange->network->nodes;
        $path = MediaPath::between($this->exchange->network, $nodes[$a->id], $addressA, $mediaA, $nodes[$b->id], $addressB, $mediaB);
        $span = $path->there && $path->back ? Span::Through : ($path->there || $path->back ? Span::OneWay : Span::NotFound);
        $title = Span::OneWay === $span ? \sprintf('sound only from %s to %s', $path->there ? $a->name : $b->name, $path->there ? $b->name : $a->name) : $title;

        return new Leaf($title, $a->id, $addressB, $mediaB, $span, $path->cause, true, $addressA, $mediaA, $b->id);
    }

    private function ask(string $from, string $to, Service $service, string $title): Leaf
    {
        $key = $from.'>'.$to.' '.$service.' '.$title;

        return $this->asked[$key] ??= $this->freshlyAsked($from, $to, $service, $title);
    }

    private function freshlyAsked(string $from, string $to, Service $service, string $title): Leaf
    {
        $asker = $this->exchange->network->node($from);
        $target = $this->parties->addressOf($to, $from);
        if (null === $asker || null === $target) {
            $who = null === $asker ? $from : $to;

            return new Leaf($title, $from, $target, $service, Span::CannotSend, new Cause($who, 'address-missing', [], \sprintf('%s has no address yet', $this->job->nameOf($who))));
        }
        if (null === $asker->firstAddress()) {
            return new Leaf($title, $from, $target, $service, Span::CannotSend, new Cause($from, 'address-missing', [], \sprintf('%s has no address yet', $asker->name)));
        }
        $verdict = $this->exchange->ask($asker, $target, $service);

        return new Leaf($title, $from, $target, $service, Span::ofVerdict($verdict), $verdict->cause);
    }

    private function serverOf(Device $device): ?Device
    {
        foreach ($this->extensionsOf[$device->id] ?? [] as $extension) {
            $server = null === $extension->server ? null : $this->parties->device($extension->server);
            if (null !== $server) {
                return $server;
            }
        }

        return null;
    }

    private static function impossible(Pair $pair, Cause $cause): PairPrediction
    {
        return new PairPrediction($pair, Span::NotFound, $cause, $cause->text, []);
    }
}
