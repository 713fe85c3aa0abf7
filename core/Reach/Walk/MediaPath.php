<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Walk;

use Vorhut\Core\Reach\Cause\Cause;
use Vorhut\Core\Reach\Cause\PathDirection;
use Vorhut\Core\Reach\Node\Network;

/**
 * Media between two parties that both send (RTP, RFC 3550, from and to the same port: RFC 4961).
 *
 * A stateful filter lets one direction in once it has let the other out, so each direction counts as open when it
 * passes alone or as the answer to the other.
 */
final readonly class MediaPath
{
    private function __construct(
        public bool $there,
        public bool $back,
        public ?Cause $cause,
    ) {}

    public static function between(Network $network, MediaEnd $a, MediaEnd $b, ?Trace $trace = null): self
    {
        $walk = new PacketWalk($network, new Sentences($network));
        $out = self::packet($a, $b);
        $in = self::packet($b, $a);
        $session = new Session();
        $there = $walk->run(sender: $a->node, packet: $out, leg: PathDirection::Request, session: $session, trace: $trace);
        if ($there->receiver === $b->node) {
            $back = $walk->run(sender: $b->node, packet: $in, leg: PathDirection::Reply, session: $session, trace: $trace);
            $isBack = $back->receiver === $a->node || self::arrives($walk, $b, $a);

            return new self(true, $isBack, $isBack ? null : $back->cause);
        }
        $session = new Session();
        $other = new Trace();
        $back = $walk->run(sender: $b->node, packet: $in, leg: PathDirection::Request, session: $session, trace: $other);
        $trace?->addOtherWay($other);
        if ($back->receiver !== $a->node) {
            return new self(false, false, $there->cause);
        }
        $again = $walk->run(sender: $a->node, packet: $out, leg: PathDirection::Reply, session: $session, trace: null);

        return new self($again->receiver === $b->node, true, $again->cause);
    }

    private static function packet(MediaEnd $from, MediaEnd $to): Packet
    {
        $protocol = $from->media->protocol;

        return new Packet(
            source: $from->address->value,
            destination: $to->announced->value,
            protocol: $protocol,
            sourcePort: $from->media->firstPort,
            port: $to->media->firstPort,
        );
    }

    /** Whether it gets there by itself, such as by a port forward, though not as the answer to the other direction. */
    private static function arrives(PacketWalk $walk, MediaEnd $from, MediaEnd $to): bool
    {
        return $from->announced !== $from->address || $to->announced !== $to->address
            ? $walk->run(
                sender: $from->node,
                packet: self::packet($from, $to),
                leg: PathDirection::Request,
                session: new Session(),
                trace: null,
            )->receiver === $to->node
            : false;
    }
}
