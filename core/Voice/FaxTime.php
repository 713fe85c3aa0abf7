<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

/** How long a fax takes, what it takes of the network and into how many mails it goes. */
final class FaxTime
{
    /** UDPTL (ITU-T T.38, section 9) over UDP and IPv4: sequence number, lengths and counts, 28 bytes below. */
    private const HEADERS = 6 + 28;

    /**
     * @param float $kbps of the modems: 33.6, 14.4, 9.6
     * @param float $perPageSeconds training and confirmation
     * @param float $sessionSeconds negotiation, once
     *
     * @return float seconds
     */
    public static function seconds(int $pages, float $bitsPerPage, float $kbps, float $perPageSeconds, float $sessionSeconds = 0): float
    {
        return $pages * ($bitsPerPage / ($kbps * 1000) + $perPageSeconds) + $sessionSeconds;
    }

    /**
     * @param int $redundancy packets before it that each packet repeats
     * @param int|null $packetMs time in a packet; null: the data alone, without headers
     *
     * @return float kbit/s
     */
    public static function kbps(float $kbps, int $redundancy, ?int $packetMs = null): float
    {
        return $kbps * (1 + $redundancy) + (null === $packetMs ? 0 : self::HEADERS * 8 / $packetMs);
    }

    /** Bytes of an attachment in base64 (RFC 4648, section 4): four for three. */
    public static function encoded(int $bytes): int
    {
        return 4 * intdiv($bytes + 2, 3);
    }

    /** Mails, none of which is larger than what the server takes. */
    public static function parts(int $bytes, int $limitBytes): int
    {
        return (int) ceil($bytes / (3 * intdiv($limitBytes, 4)));
    }
}
