<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

/** What one direction of a call takes of a link: RTP (RFC 3550) over UDP, IPv4 and Ethernet (IEEE 802.3). */
final readonly class CallRate
{
    /** RTP 12, UDP 8, IPv4 20 bytes. */
    private const HEADERS = 12 + 8 + 20;

    /** Ethernet header 14 and FCS 4 bytes. */
    private const FRAME = 18;

    /** IEEE 802.1Q. */
    private const TAG = 4;

    /** Preamble 8 and gap of 12 bytes. */
    private const GAP = 20;

    public float $packetsPerSecond;
    public float $ipKbps;
    public float $ethernetKbps;
    public float $wireKbps;

    /**
     * @param int $payloadBytes of one packet
     * @param int $packetMs time in one packet
     * @param int $srtpTagBytes authentication tag (RFC 3711): 10 for 80 bits, 4 for 32, 0 without
     * @param bool $vlan whether frames are tagged
     */
    public function __construct(public int $payloadBytes, int $packetMs, int $srtpTagBytes = 0, bool $vlan = false)
    {
        $packet = $payloadBytes + self::HEADERS + $srtpTagBytes;
        $frame = $packet + self::FRAME + ($vlan ? self::TAG : 0);
        $this->packetsPerSecond = 1000 / $packetMs;
        $this->ipKbps = $packet * 8 / $packetMs;
        $this->ethernetKbps = $frame * 8 / $packetMs;
        $this->wireKbps = ($frame + self::GAP) * 8 / $packetMs;
    }

    /** @param float $kbps of the coded sound; a packet holds whole bytes */
    public static function coded(float $kbps, int $packetMs, int $srtpTagBytes = 0, bool $vlan = false): self
    {
        return new self((int) ceil(round($kbps * $packetMs / 8, 6)), $packetMs, $srtpTagBytes, $vlan);
    }
}
