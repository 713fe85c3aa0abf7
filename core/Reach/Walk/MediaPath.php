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
    ) {
    }

    public static function between(Network $network, MediaEnd $a, MediaEnd $b, ?Trace $trace = null): self
    {
        $walk = new PacketWalk($network, new Sentences($network));
        $out = self::packet($a, $b);
        $in = self::packet($b, $a);
        $session = new Session();
        $there = $walk->run($a->node, $out, PathDirection::Request, $session, $trace);
        if ($there->receiver === $b->node) {
            $back = $walk->run($b->node, $in, PathDirection::Reply, $session, $trace);
            $isBack = $back->receiver === $a->node || self::arrives($walk, $b, $a);

            return new self(true, $isBack, $isBack ? null : $back->cause);
        }
        $session = new Session();
        $other = new Trace();
        $back = $walk->run($b->node, $in, PathDirection::Request, $session, $other);
        $trace?->addOtherWay($other);
        if ($back->receiver !== $a->node) {
            return new self(false, false, $there->cause);
        }
        $again = $walk->run($a->node, $out, PathDirection::Reply, $session, null);

        return new self($again->receiver === $b->node, true, $again->cause);
    }

    private static function packet(MediaEnd $from, MediaEnd $to): Packet
    {
        $protocol = $from->media->protocol;

        return new Packet($from->address->value, $to->announced->value, $protocol, $from->media->firstPort, $to->media->firstPort);
    }

    /** Whether it gets there by itself, such as by a port forward, though not as the answer to the other direction. */
    private static function arrives(PacketWalk $walk, MediaEnd $from, MediaEnd $to): bool
    {
        return $from->announced !== $from->address || $to->announced !== $to->address
            ? $walk->run($from->node, self::packet($from, $to), PathDirection::Request, new Session(), null)->receiver === $to->node
            : false;
    }
}
