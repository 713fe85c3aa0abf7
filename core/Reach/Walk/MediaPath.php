<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Walk;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Cause\Cause;
use Vorhut\Core\Reach\Cause\Leg;
use Vorhut\Core\Reach\Node\Network;
use Vorhut\Core\Reach\Node\Node;

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

    public static function between(
        Network $network,
        Node $a,
        Ipv4Address $addressA,
        Service $mediaA,
        Node $b,
        Ipv4Address $addressB,
        Service $mediaB,
        ?Trace $trace = null,
    ): self {
        $walk = new PacketWalk($network, new Sentences($network));
        $out = new Packet($addressA->value, $addressB->value, $mediaA->protocol, $mediaA->firstPort, $mediaB->firstPort);
        $in = $out->answer(false);
        $session = new Session();
        $there = $walk->run($a, $out, Leg::Request, $session, $trace);
        if ($there->receiver === $b) {
            $back = $walk->run($b, $in, Leg::Reply, $session, $trace);

            return new self(true, $back->receiver === $a, $back->cause);
        }
        $session = new Session();
        $other = new Trace();
        $back = $walk->run($b, $in, Leg::Request, $session, $other);
        $trace?->addOtherWay($other);
        if ($back->receiver !== $a) {
            return new self(false, false, $there->cause);
        }
        $again = $walk->run($a, $out, Leg::Reply, $session, null);

        return new self($again->receiver === $b, true, $again->cause);
    }
}
