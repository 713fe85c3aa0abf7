<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Cause\CauseRule;
use Vorhut\Core\Reach\Node\Node;
use Vorhut\Core\Reach\Walk\MediaEnd;
use Vorhut\Core\Reach\Walk\MediaPath;
use Vorhut\Core\Setting\Settings;

/**
 * Calls by address, with no phone system between (RFC 3261, section 4: a call needs none): signalling to the address dialled, then
 * media both ways. Whoever is behind a translation has told its unit its public address, and tells it to the other end.
 */
final class AddressCalls
{
    private ?Settings $settings = null;

    public function __construct(private readonly ExchangeCache $asks) {}

    /** @param Service|null $signalling null: SIP */
    public function predict(Pair $pair, ?Service $signalling): PairPrediction
    {
        [$leaf, $callee] = $this->signalled($pair, $signalling ?? ExchangeCache::sip());
        $caller = $this->asks->exchange->network->node($pair->from);
        if (!$leaf->span->holds() || null === $callee || null === $caller || null === $leaf->target) {
            return PairPrediction::chained($pair, [$leaf]);
        }

        return PairPrediction::chained($pair, [$leaf, ...$this->media($caller, $callee, $leaf->target)]);
    }

    /**
     * The address by which it is asked to call, its own or where that does not get there its public one; and who is asked.
     *
     * @return array{Ipv4Address|null, Node|null}
     */
    public function callee(Pair $pair, ?Service $signalling = null): array
    {
        [$leaf, $callee] = $this->signalled($pair, $signalling ?? ExchangeCache::sip());

        return [$leaf->target, $leaf->span->holds() ? $callee : null];
    }

    /** Whether the first hears what the second sends in a call by address, whichever of them dialled, by all ports of its media. */
    public function hears(string $who, string $whom): bool
    {
        foreach ([[$who, $whom, true], [$whom, $who, false]] as [$from, $to, $isCaller]) {
            [$dialled, $callee] = $this->callee(new Pair($from, $to));
            $caller = $this->asks->exchange->network->node($from);
            if (null !== $dialled && $callee?->id === $to && null !== $caller) {
                $ends = $this->ends($caller, $callee, $dialled);
                $paths = array_map(fn (array $e): MediaPath => MediaPath::between($this->asks->exchange->network, ...$e), $ends);
                $deaf = array_filter($paths, static fn (MediaPath $p): bool => $isCaller ? !$p->back : !$p->there);

                return [] !== $paths && [] === $deaf;
            }
        }

        return false;
    }

    /** @return array{Leaf, Node|null} the request for a call, and who gets it */
    private function signalled(Pair $pair, Service $service): array
    {
        $own = $this->dialled($pair, $this->asks->parties->addressOf($pair->to, $pair->from), $service);
        $device = $this->asks->parties->device($pair->to);
        $public = null === $device ? null : $this->publicOf($device);

        return $own[0]->span->holds() || null === $public ? $own : $this->dialled($pair, $public, $service);
    }

    /** @return array{Leaf, Node|null} */
    private function dialled(Pair $pair, ?Ipv4Address $target, Service $service): array
    {
        $job = $this->asks->job;
        $network = $this->asks->exchange->network;
        $caller = $network->node($pair->from);
        $title = \sprintf('%s dials %s', $job->nameOf($pair->from), $target ?? $job->nameOf($pair->to));
        if (null === $target || null === $caller?->firstAddress()) {
            $mute = null === $target ? $pair->to : $pair->from;
            $cause = CauseRule::AddressMissing->at($mute, words: ['who' => $job->nameOf($mute)]);

            return [new Leaf(
                title: $title,
                asker: $pair->from,
                target: $target,
                service: $service,
                span: PairVerdict::CannotSend,
                cause: $cause,
            ), null];
        }
        $verdict = $this->asks->exchange->ask($caller, $target, $service);
        $by = $network->node($verdict->by[0] ?? '');
        $meant = $job->devices[$pair->to] ?? null;
        if (null !== $meant && null !== $by && $by->id !== $meant->id) {
            $words = ['who' => $by->name, 'other' => $meant->name];
            $cause = CauseRule::LeadsElsewhere->at($by->id, ['address' => (string) $target], $words);

            return [new Leaf(
                title: $title,
                asker: $pair->from,
                target: $target,
                service: $service,
                span: PairVerdict::NotFound,
                cause: $cause,
            ), null];
        }

        return [new Leaf(
            title: $title,
            asker: $pair->from,
            target: $target,
            service: $service,
            span: PairVerdict::ofVerdict($verdict),
            cause: $verdict->cause,
        ), $by];
    }

    /** @return non-empty-list<Leaf> */
    private function media(Node $caller, Node $callee, Ipv4Address $dialled): array
    {
        foreach ([$caller, $callee] as $end) {
            if ($this->isMute($end)) {
                $cause = CauseRule::NoMedia->at($end->id, words: ['who' => $end->name, 'what' => 'no media ports']);

                return [new Leaf(
                    title: $this->title($caller, $callee),
                    asker: $caller->id,
                    target: null,
                    service: null,
                    span: PairVerdict::NotFound,
                    cause: $cause,
                )];
            }
        }
        $leaves = array_map(fn (array $ends): Leaf => $this->both(...$ends), $this->ends($caller, $callee, $dialled));

        return [] === $leaves ? throw new \LogicException('One end must be a device of the plan.') : $leaves;
    }

    /** @return list<array{MediaEnd, MediaEnd}> by the first and the last of the ports: a forward of some is not one of all */
    private function ends(Node $caller, Node $callee, Ipv4Address $dialled): array
    {
        // What an external host listens on is not known: it is taken to send from the ports it sends to.
        $from = $this->portsOf($caller) ?? $this->portsOf($callee);
        $to = $this->portsOf($callee) ?? $from;
        if (null === $from || null === $to || $this->isMute($caller) || $this->isMute($callee)) {
            return [];
        }
        $port = static fn (?int $port): Service => new Service(Protocol::Udp, $port, $port);
        $ends = [];
        foreach ([[$from->firstPort, $to->firstPort], [$from->lastPort, $to->lastPort]] as [$near, $far]) {
            $ends[] = [
                $this->end($caller, $callee, $dialled, $port($near)),
                $this->end($callee, $caller, $dialled, $port($far)),
            ];
        }

        return $ends;
    }

    /** Whether it is planned, and has no ports for media. */
    private function isMute(Node $end): bool
    {
        return !$end->isExternal && null === $this->portsOf($end);
    }

    private function both(MediaEnd $a, MediaEnd $b): Leaf
    {
        $path = MediaPath::between($this->asks->exchange->network, $a, $b);
        $span = PairVerdict::bothWays($path->there, $path->back);
        $title = match (true) {
            PairVerdict::OneWay !== $span => $this->title($a->node, $b->node),
            $path->there => \sprintf('media only from %s to %s', $a->node->name, $b->node->name),
            default => \sprintf('media only from %s to %s', $b->node->name, $a->node->name),
        };

        return new Leaf(
            title: \sprintf('%s, UDP ports %d and %d', $title, $a->media->firstPort, $b->media->firstPort),
            asker: $a->node->id,
            target: $b->announced,
            service: $b->media,
            span: $span,
            cause: $path->cause,
            source: $a->address,
            media: $a->media,
            listener: $b->node->id,
            announced: $a->announced,
        );
    }

    /** Who dials or is dialled by a public address is told public addresses. */
    private function end(Node $node, Node $other, Ipv4Address $dialled, Service $media): MediaEnd
    {
        $device = $this->asks->job->devices[$node->id] ?? null;
        $public = null !== $device && $dialled->isPublic() ? $this->publicOf($device) : null;
        $own = $this->asks->parties->addressOf($node->id, $other->id) ?? throw new \LogicException('The calling end needs an address.');

        return new MediaEnd($node, $own, $media, $public);
    }

    private function title(Node $a, Node $b): string
    {
        return \sprintf('media between %s and %s', $a->name, $b->name);
    }

    /** The ports its media keep to: those it is told, else those of its kind. */
    private function portsOf(Node $node): ?Service
    {
        $device = $this->asks->job->devices[$node->id] ?? null;
        if (null === $device) {
            return null;
        }
        $media = $this->asks->job->profileOf($device)->media;
        $first = $this->settings()->value($device, 'media-from')?->value();
        $last = $this->settings()->value($device, 'media-to')?->value();

        return \is_int($first) && \is_int($last) && $first <= $last ? new Service(Protocol::Udp, $first, $last) : $media;
    }

    private function publicOf(Device $device): ?Ipv4Address
    {
        return Ipv4Address::tryFrom($this->text($device, 'public-address'));
    }

    private function text(Device $device, string $setting): string
    {
        return $this->settings()->value($device, $setting)?->text() ?? '';
    }

    private function settings(): Settings
    {
        return $this->settings ??= new Settings($this->asks->job);
    }
}
