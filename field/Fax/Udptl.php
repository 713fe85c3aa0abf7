<?php

declare(strict_types=1);

namespace Vorhut\Field\Fax;

/** Numbers packets between faxes and sends the last ones along, so that a lost one is made good by the next (ITU-T T.38, annex A). */
final class Udptl
{
    /** How many of those before come along. */
    private const BEFORE = 3;
    /** Packets that one datagram may bring. */
    private const MAX = 20;
    /** Numbers that may lack before one, and by which one may come late (RFC 3550, appendix A.1). */
    private const MAX_GAP = 3000;
    private const MAX_LATE = 100;

    public int $received = 0;

    /** Packets that never came, and those that came with a later one. */
    public int $lost = 0;
    public int $recovered = 0;

    private int $next = 0;
    private int $awaited = 0;

    /** The number that would follow the last one that came from far apart; null where none did. */
    private ?int $apart = null;

    /** @var list<string> the newest first */
    private array $before = [];

    public function wrap(Ifp $packet): string
    {
        $primary = (string) $packet;
        $bytes = pack('n', $this->next).self::sized($primary)."\0".\chr(\count($this->before));
        $bytes .= implode('', array_map(self::sized(...), $this->before));
        $this->next = ($this->next + 1) & 0xFFFF;
        $this->before = \array_slice([$primary, ...$this->before], 0, self::BEFORE);

        return $bytes;
    }

    /** @return list<Ifp> what is new in a datagram, in its order; nothing where it is none of ours */
    public function unwrap(string $bytes): array
    {
        $packets = self::packets(substr($bytes, 2));
        if ([] === $packets) {
            return [];
        }
        $number = \ord($bytes[0]) << 8 | \ord($bytes[1]);
        $missing = ($number - $this->awaited) & 0xFFFF;
        if ($missing >= 0x10000 - self::MAX_LATE) {
            return [];
        }
        if ($missing > self::MAX_GAP) {
            // Another sender, or one that begins again, counts on from here; sound and its reports that were still under way do not.
            if ($number !== $this->apart) {
                $this->apart = ($number + 1) & 0xFFFF;

                return [];
            }
            $missing = \count($packets) - 1;
        }
        $this->apart = null;
        ++$this->received;
        $this->awaited = ($number + 1) & 0xFFFF;
        $known = min($missing, \count($packets) - 1);
        $this->recovered += $known;
        $this->lost += $missing - $known;
        $new = array_map(Ifp::parse(...), array_reverse(\array_slice($packets, 0, $known + 1)));

        return array_values(array_filter($new, static fn (?Ifp $p): bool => null !== $p));
    }

    /** @return list<string> the primary one, then those before it, newest first */
    private static function packets(string $bytes): array
    {
        $packets = [];
        $at = 0;
        $left = 1;
        while ($left-- > 0 && isset($bytes[$at])) {
            $length = \ord($bytes[$at]);
            $head = 1;
            if ($length >= 0x80) {
                $length = ($length & 0x3F) << 8 | \ord($bytes[$at + 1] ?? "\0");
                $head = 2;
            }
            $packet = substr($bytes, $at + $head, $length);
            if (\strlen($packet) !== $length) {
                return $packets;
            }
            $packets[] = $packet;
            $at += $head + $length;
            if (1 === \count($packets)) {
                // What follows is either packets before, or sums over them, which are not made use of.
                $left = "\0" === ($bytes[$at] ?? "\x80") ? min(self::MAX, \ord($bytes[$at + 1] ?? "\0")) : 0;
                $at += 2;
            }
        }

        return $packets;
    }

    private static function sized(string $packet): string
    {
        $length = \strlen($packet);

        return ($length < 0x80 ? \chr($length) : pack('n', 0x8000 | $length)).$packet;
    }
}
