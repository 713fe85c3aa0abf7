<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Walk;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Cause\Cause;
use Vorhut\Core\Reach\Cause\CauseRule;
use Vorhut\Core\Reach\Cause\PathDirection;
use Vorhut\Core\Reach\Node\Network;
use Vorhut\Core\Reach\Node\Node;
use Vorhut\Core\Reach\Node\NodePort;

/** A request and its answer, each judged on its own way. */
final readonly class Exchange
{
    /** An ephemeral port (RFC 6335, section 6) stands for the asker's own. */
    private const ASKER_PORT = 49152;

    private Sentences $say;
    private PacketWalk $walk;

    public function __construct(public Network $network)
    {
        $this->say = new Sentences($network);
        $this->walk = new PacketWalk($network, $this->say);
    }

    /** @param NodePort|null $by the asker is bound to this port */
    public function ask(Node $asker, Ipv4Address $target, Service $service, ?NodePort $by = null, ?Trace $trace = null): Verdict
    {
        $port = Protocol::Icmp === $service->protocol ? null : $service->firstPort;
        $entry = null === $by || $by->has($target->value)
            ? $asker->table->decide($target->value)
            : $asker->table->findBy($target->value, $by) ?? false;
        $source = \is_bool($entry) ? ($entry ? $target->value : $asker->firstAddress() ?? 0) : $entry->source->value;
        $request = new Packet($source, $target->value, $service->protocol, null === $port ? null : self::ASKER_PORT, $port);
        $session = new Session();
        $there = $this->walk->run($asker, $request, PathDirection::Request, $session, $trace, $by);
        if (null === $there->receiver) {
            return new Verdict(false, false, [], $there->failure ?? Outcome::NoRoute, $there->cause, $there->hops);
        }
        $receiver = $there->receiver;
        if (null !== $there->cause) {
            return new Verdict(true, false, [$receiver->id], Outcome::LostReply, $there->cause, $there->hops);
        }
        $refused = !$receiver->listensOn($there->packet->protocol, $there->packet->port);
        $back = $this->walk->run($receiver, $there->packet->answer($refused), PathDirection::Reply, $session, $trace);
        // Whoever is bound to a port hears nothing by another one.
        $home = null === $by || null === $back->through || $back->through === $by->segment;
        if (
            $home
            && $back->receiver === $asker
            && ($back->packet->isUnreachable() || $back->packet->source === $target->value)
        ) {
            return new Verdict(
                true,
                true,
                [$receiver->id],
                $refused ? Outcome::Refused : Outcome::Ok,
                $refused ? $this->refusal($receiver, $service, $trace) : null,
                $there->hops,
            );
        }
        $cause = $back->cause;
        if (null === $cause && !$home) {
            $cause = $this->say->wrongPort($asker, $by, $back);
            $trace?->stop($cause);
        } elseif (null === $cause) {
            $cause = $this->say->wrongSource($asker, $back->packet, $target->value);
            $trace?->stop($cause);
        }

        return new Verdict(
            true,
            false,
            [$receiver->id],
            Outcome::Ambiguous === $back->failure ? Outcome::Ambiguous : Outcome::LostReply,
            $cause,
            $there->hops,
        );
    }

    /** A datagram that wants no answer, such as one of a media stream. */
    public function send(Node $sender, Ipv4Address $target, Service $service, ?Trace $trace = null): Verdict
    {
        $entry = $sender->table->find($target->value);
        $packet = new Packet(
            $entry?->source->value ?? ($sender->firstAddress() ?? 0),
            $target->value,
            $service->protocol,
            $service->firstPort,
            $service->firstPort,
        );
        $there = $this->walk->run($sender, $packet, PathDirection::Request, new Session(), $trace);
        if (null === $there->receiver) {
            return new Verdict(false, false, [], $there->failure ?? Outcome::NoRoute, $there->cause, $there->hops);
        }
        if (null !== $there->cause) {
            return new Verdict(true, false, [$there->receiver->id], Outcome::LostReply, $there->cause, $there->hops);
        }
        $listens = $there->receiver->listensOn($there->packet->protocol, $there->packet->port);

        return new Verdict(
            true,
            false,
            [$there->receiver->id],
            $listens ? Outcome::Ok : Outcome::Refused,
            $listens ? null : $this->refusal($there->receiver, $service, $trace),
            $there->hops,
        );
    }

    private function refusal(Node $receiver, Service $service, ?Trace $trace): Cause
    {
        $cause = CauseRule::NobodyListens->at($receiver->id, ['service' => (string) $service], ['who' => $receiver->name]);
        $trace?->stop($cause);

        return $cause;
    }
}
