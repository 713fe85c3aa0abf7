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
        $request = self::request($asker, $target, $service, $by);
        $session = new Session();
        $there = $this->walk->run(
            sender: $asker,
            packet: $request,
            leg: PathDirection::Request,
            session: $session,
            trace: $trace,
            only: $by,
        );
        if (null === $there->receiver) {
            return new Verdict(
                delivered: false,
                replied: false,
                by: [],
                outcome: $there->failure ?? Outcome::NoRoute,
                cause: $there->cause,
                hops: $there->hops,
            );
        }
        $receiver = $there->receiver;
        if (null !== $there->cause) {
            return new Verdict(
                delivered: true,
                replied: false,
                by: [$receiver->id],
                outcome: Outcome::LostReply,
                cause: $there->cause,
                hops: $there->hops,
            );
        }
        $refused = !$receiver->listensOn($there->packet->protocol, $there->packet->port);
        $back = $this->walk->run(
            sender: $receiver,
            packet: $there->packet->answer($refused),
            leg: PathDirection::Reply,
            session: $session,
            trace: $trace,
        );
        // Whoever is bound to a port hears nothing by another one.
        $home = null === $by || null === $back->through || $back->through === $by->segment;
        if (
            $home
            && $back->receiver === $asker
            && ($back->packet->isUnreachable() || $back->packet->source === $target->value)
        ) {
            return new Verdict(
                delivered: true,
                replied: true,
                by: [$receiver->id],
                outcome: $refused ? Outcome::Refused : Outcome::Ok,
                cause: $refused ? $this->refusal($receiver, $service, $trace) : null,
                hops: $there->hops,
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
            delivered: true,
            replied: false,
            by: [$receiver->id],
            outcome: Outcome::Ambiguous === $back->failure ? Outcome::Ambiguous : Outcome::LostReply,
            cause: $cause,
            hops: $there->hops,
        );
    }

    private static function request(Node $asker, Ipv4Address $target, Service $service, ?NodePort $by): Packet
    {
        $port = Protocol::Icmp === $service->protocol ? null : $service->firstPort;
        $entry = null === $by || $by->has($target->value)
            ? $asker->table->decide($target->value)
            : $asker->table->findBy($target->value, $by) ?? false;
        $source = \is_bool($entry) ? ($entry ? $target->value : $asker->firstAddress() ?? 0) : $entry->source->value;

        return new Packet(
            source: $source,
            destination: $target->value,
            protocol: $service->protocol,
            sourcePort: null === $port ? null : self::ASKER_PORT,
            port: $port,
        );
    }

    /** A datagram that wants no answer, such as one of a media stream. */
    public function send(Node $sender, Ipv4Address $target, Service $service, ?Trace $trace = null): Verdict
    {
        $entry = $sender->table->find($target->value);
        $packet = new Packet(
            source: $entry?->source->value ?? ($sender->firstAddress() ?? 0),
            destination: $target->value,
            protocol: $service->protocol,
            sourcePort: $service->firstPort,
            port: $service->firstPort,
        );
        $there = $this->walk->run(sender: $sender, packet: $packet, leg: PathDirection::Request, session: new Session(), trace: $trace);
        if (null === $there->receiver) {
            return new Verdict(
                delivered: false,
                replied: false,
                by: [],
                outcome: $there->failure ?? Outcome::NoRoute,
                cause: $there->cause,
                hops: $there->hops,
            );
        }
        if (null !== $there->cause) {
            return new Verdict(
                delivered: true,
                replied: false,
                by: [$there->receiver->id],
                outcome: Outcome::LostReply,
                cause: $there->cause,
                hops: $there->hops,
            );
        }
        $listens = $there->receiver->listensOn($there->packet->protocol, $there->packet->port);

        return new Verdict(
            delivered: true,
            replied: false,
            by: [$there->receiver->id],
            outcome: $listens ? Outcome::Ok : Outcome::Refused,
            cause: $listens ? null : $this->refusal($there->receiver, $service, $trace),
            hops: $there->hops,
        );
    }

    private function refusal(Node $receiver, Service $service, ?Trace $trace): Cause
    {
        $cause = CauseRule::NobodyListens->at($receiver->id, ['service' => (string) $service], ['who' => $receiver->name]);
        $trace?->stop($cause);

        return $cause;
    }
}
