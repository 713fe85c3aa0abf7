<?php

declare(strict_types=1);

namespace Vorhut\Field\Announce;

/** A tone as packets of linear sound of 24 bit (RFC 3190, section 4; AES67 for a packet of a millisecond). */
final class SoundPackets
{
    private const HERTZ = 1000;
    /** A quarter of what there is: 12 dB below full scale. */
    private const LOUD = 0x1FFFFF;

    private int $sequence = 0;
    private int $sample = 0;
    private readonly int $source;

    public function __construct(private readonly int $rateHz, private readonly int $channels, private readonly int $packetMs = 1)
    {
        $this->source = random_int(0, 0xFFFFFFFF);
    }

    public function next(): string
    {
        $body = '';
        $count = intdiv($this->rateHz * $this->packetMs, 1000);
        for ($n = 0; $n < $count; ++$n) {
            $value = (int) round(self::LOUD * sin(2 * \M_PI * self::HERTZ * ($this->sample + $n) / $this->rateHz));
            $body .= str_repeat(substr(pack('N', $value & 0xFFFFFF), 1), $this->channels);
        }
        $head = pack('CCnNN', 0x80, SoundDescription::TYPE, ++$this->sequence & 0xFFFF, $this->sample & 0xFFFFFFFF, $this->source);
        $this->sample += $count;

        return $head.$body;
    }
}
