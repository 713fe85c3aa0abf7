<?php

declare(strict_types=1);

namespace Vorhut\Core\Media;

/** A stream whose lost packets are sent again (ISO/IEC 13818-1 packets over UDP, RFC 768). */
final class RepairedStream
{
    /** Bytes of media in a packet, and with the headers of the protocol, of UDP and of IP. */
    private const MEDIA = 1316;
    private const PACKET = 1316 + 16 + 28;
    /** Round trips at least. */
    private const MIN = 4;
    /** One packet in a million may stay away. */
    private const MISSING = 1e-6;

    /**
     * How long a receiver must wait so that next to nothing stays away, in ms: each further try loses the same share.
     *
     * @param float $loss share of packets, 0 to below 1
     */
    public static function latencyMs(float $rttMs, float $loss): float
    {
        $tries = $loss > 0 ? ceil(log(self::MISSING) / log($loss)) : 0;

        return $rttMs * max(self::MIN, $tries);
    }

    /**
     * In kbit/s from the IP header on.
     *
     * @param float $overhead share that is kept free for what is sent again
     */
    public static function wireKbps(float $mediaKbps, float $overhead): float
    {
        return $mediaKbps * self::PACKET / self::MEDIA * (1 + $overhead);
    }
}
