<?php

declare(strict_types=1);

namespace Vorhut\Field\Announce;

/**
 * Describes a stream of linear sound as networked audio has it (AES67, clause 8; RFC 3190 for L24, RFC 4566 as of RFC 8866), paced by
 * its sender alone where no common clock is (RFC 7273, section 4).
 */
final class SoundDescription
{
    /** A dynamic payload type. */
    public const TYPE = 97;

    /**
     * @param string $target group or address that it is sent to
     * @param int $packetMs time of one packet
     */
    public static function write(
        string $name,
        string $origin,
        string $target,
        int $port,
        int $rateHz,
        int $channels,
        int $packetMs = 1,
    ): string {
        $isGroup = \in_array((int) explode('.', $target)[0] >> 4, [14], true);

        return implode("\r\n", [
            'v=0',
            \sprintf('o=- %1$d %1$d IN IP4 %2$s', crc32($name.$target), $origin),
            's='.$name,
            \sprintf('c=IN IP4 %s%s', $target, $isGroup ? '/16' : ''),
            't=0 0',
            \sprintf('m=audio %d RTP/AVP %d', $port, self::TYPE),
            \sprintf('a=rtpmap:%d L24/%d/%d', self::TYPE, $rateHz, $channels),
            \sprintf('a=ptime:%d', $packetMs),
            'a=ts-refclk:local',
            'a=mediaclk:sender',
            'a=recvonly',
            '',
        ]);
    }
}
