<?php

declare(strict_types=1);

namespace Vorhut\Field\Rtp;

/** What a receiver tells a sender of its stream: a report with one block (RFC 3550, section 6.4.2). */
final readonly class ReceiverReport
{
    private const TYPE = 201;
    private const BYTES = 32;

    /**
     * @param int $source SSRC of the stream it is about, 32 bits
     * @param int $lost packets, 0 to 2^23 - 1
     * @param int $highest the highest sequence number received, extended to 32 bits
     * @param int $jitter in units of the clock
     */
    public function __construct(public int $source, public int $lost, public int $highest, public int $jitter = 0) {}

    /** @param int $own SSRC of the receiver */
    public function encode(int $own): string
    {
        $words = [$own, $this->source, $this->lost & 0xFFFFFF, $this->highest, $this->jitter, 0, 0];

        return pack('CCnN7', 0x81, self::TYPE, self::BYTES / 4 - 1, ...$words);
    }

    /** Null for what is no such report. */
    public static function parse(string $data): ?self
    {
        /** @var array{first: int, type: int, length: int, own: int, source: int, lost: int, highest: int, jitter: int}|false $words */
        $words = \strlen($data) < self::BYTES ? false : unpack('Cfirst/Ctype/nlength/Nown/Nsource/Nlost/Nhighest/Njitter', $data);
        if (false === $words || 0x81 !== $words['first'] || self::TYPE !== $words['type'] || self::BYTES / 4 - 1 !== $words['length']) {
            return null;
        }

        return new self($words['source'], $words['lost'] & 0xFFFFFF, $words['highest'], $words['jitter']);
    }
}
