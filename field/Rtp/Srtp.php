<?php

declare(strict_types=1);

namespace Vorhut\Field\Rtp;

/**
 * Keeps one direction of a stream and its reports secret and whole: AES in counter mode with 128 bits, HMAC-SHA1 of 80 bits (RFC 3711).
 * One object protects or takes off, never both, and belongs to one source.
 */
final class Srtp
{
    /** Bytes of key and salt as they are agreed (RFC 4568, section 6.2). */
    public const BYTES = 30;
    private const KEY = 16;
    private const SALT = 14;
    private const TAG = 10;
    private const HEADER = 12;
    private const REPORT_HEADER = 8;
    /** Section 3.4: the report is encrypted. */
    private const ENCRYPTED = 0x80000000;

    /** @var array<int, string> session key by label (section 4.3.2) */
    private array $keys;

    private int $rollovers = 0;
    private ?int $highest = null;
    private int $reports = 0;

    /** @var array<int, true> indices that came, of the last ones (section 3.3.2) */
    private array $seen = [];

    /** @param string $master key and salt */
    public function __construct(#[\SensitiveParameter] string $master)
    {
        foreach ([0 => 16, 1 => 20, 2 => 14, 3 => 16, 4 => 20, 5 => 14] as $label => $bytes) {
            $this->keys[$label] = self::derived($master, $label, $bytes);
        }
    }

    /** Section 4.3.1, with a rate of zero: once for the whole session. */
    public static function derived(#[\SensitiveParameter] string $master, int $label, int $bytes): string
    {
        $input = substr($master, self::KEY, self::SALT)."\0\0";
        $input[7] = \chr(\ord($input[7]) ^ $label);

        return self::stream(substr($master, 0, self::KEY), $input, str_repeat("\0", $bytes));
    }

    public function protect(string $packet): string
    {
        $sequence = \ord($packet[2]) << 8 | \ord($packet[3]);
        if (null !== $this->highest && 0 === $sequence && 0xFFFF === $this->highest) {
            ++$this->rollovers;
        }
        $this->highest = $sequence;
        $head = self::headOf($packet);
        $sealed = substr($packet, 0, $head).$this->turned($packet, $head, $this->rollovers << 16 | $sequence);

        return $sealed.$this->tag($sealed.pack('N', $this->rollovers), 1);
    }

    /** Null for what is not whole, or came before. */
    public function open(string $sealed): ?string
    {
        $packet = substr($sealed, 0, -self::TAG);
        if (\strlen($packet) < self::HEADER) {
            return null;
        }
        $sequence = \ord($packet[2]) << 8 | \ord($packet[3]);
        $rollovers = $this->guessed($sequence);
        $index = $rollovers << 16 | $sequence;
        $isWhole = hash_equals($this->tag($packet.pack('N', $rollovers), 1), substr($sealed, -self::TAG));
        if (!$isWhole || isset($this->seen[$index])) {
            return null;
        }
        $this->saw($index);
        $head = self::headOf($packet);

        return substr($packet, 0, $head).$this->turned($packet, $head, $index);
    }

    public function protectReport(string $report): string
    {
        $index = ++$this->reports;
        $sealed = substr($report, 0, self::REPORT_HEADER).$this->turnedReport($report, $index).pack('N', self::ENCRYPTED | $index);

        return $sealed.$this->tag($sealed, 4);
    }

    /** Null for what is not whole, or came before. */
    public function openReport(string $sealed): ?string
    {
        $whole = substr($sealed, 0, -self::TAG);
        $isWhole = \strlen($whole) >= self::REPORT_HEADER + 4 && hash_equals($this->tag($whole, 4), substr($sealed, -self::TAG));
        $trailer = $isWhole ? hexdec(bin2hex(substr($whole, -4))) : 0;
        $index = (int) $trailer & ~self::ENCRYPTED;
        if (!$isWhole || $index <= $this->reports) {
            return null;
        }
        $this->reports = $index;
        $report = substr($whole, 0, -4);

        return substr($report, 0, self::REPORT_HEADER).$this->turnedReport($report, $index);
    }

    /** Section 4.1.1: what stands behind the header, encrypted or taken off. */
    private function turned(string $packet, int $head, int $index): string
    {
        return self::stream($this->keys[0], self::start($this->keys[2], substr($packet, 8, 4), $index), substr($packet, $head));
    }

    private function turnedReport(string $report, int $index): string
    {
        $start = self::start($this->keys[5], substr($report, 4, 4), $index);

        return self::stream($this->keys[3], $start, substr($report, self::REPORT_HEADER));
    }

    private static function start(string $salt, string $source, int $index): string
    {
        return ($salt."\0\0") ^ (str_repeat("\0", 4).$source.substr(pack('J', $index), 2)."\0\0");
    }

    private static function stream(#[\SensitiveParameter] string $key, string $start, string $bytes): string
    {
        $turned = '' === $bytes ? '' : openssl_encrypt($bytes, 'aes-128-ctr', $key, \OPENSSL_RAW_DATA, $start);

        return false === $turned ? throw new \RuntimeException('AES in counter mode is not there.') : $turned;
    }

    private function tag(string $bytes, int $label): string
    {
        return substr(hash_hmac('sha1', $bytes, $this->keys[$label], true), 0, self::TAG);
    }

    private static function headOf(string $packet): int
    {
        return self::HEADER + 4 * (\ord($packet[0]) & 0x0F);
    }

    /** Appendix A: how often the numbers have begun anew, by which of the neighbours is nearest. */
    private function guessed(int $sequence): int
    {
        $highest = $this->highest ?? $sequence;

        return match (true) {
            $highest < 0x8000 && $sequence - $highest > 0x8000 => max(0, $this->rollovers - 1),
            $highest >= 0x8000 && $highest - 0x8000 > $sequence => $this->rollovers + 1,
            default => $this->rollovers,
        };
    }

    private function saw(int $index): void
    {
        $this->seen[$index] = true;
        if (\count($this->seen) > 256) {
            $this->seen = \array_slice($this->seen, -128, null, true);
        }
        if (null === $this->highest || $index > ($this->rollovers << 16 | $this->highest)) {
            $this->rollovers = $index >> 16;
            $this->highest = $index & 0xFFFF;
        }
    }
}
