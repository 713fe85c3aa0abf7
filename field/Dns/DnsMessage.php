<?php

declare(strict_types=1);

namespace Vorhut\Field\Dns;

use Vorhut\Core\Addressing\Ipv4Address;

/** A DNS query or response (RFC 1035, section 4), as far as service discovery needs it (RFC 6762, RFC 6763). */
final readonly class DnsMessage
{
    private const MOST_RECORDS = 100;
    private const MOST_LABELS = 128;

    /**
     * @param list<DnsRecord> $questions
     * @param list<DnsRecord> $records   answers, then additional records
     */
    public function __construct(public int $id, public bool $isResponse, public array $questions, public array $records = [])
    {
    }

    /** @throws DnsError */
    public static function parse(string $bytes): self
    {
        if (\strlen($bytes) < 12) {
            throw new DnsError('shorter than a header');
        }
        [$id, $flags, $asked, $answers, $authority, $more] = [self::word($bytes, 0), self::word($bytes, 2), self::word($bytes, 4), self::word($bytes, 6), self::word($bytes, 8), self::word($bytes, 10)];
        if ($asked + $answers + $authority + $more > self::MOST_RECORDS) {
            throw new DnsError('more records than anybody needs');
        }
        $at = 12;
        $questions = $records = [];
        for ($n = 0; $n < $asked; ++$n) {
            $name = self::name($bytes, $at);
            $questions[] = new DnsRecord($name, self::word($bytes, $at));
            $at += 4;
        }
        for ($n = 0; $n < $answers + $authority + $more; ++$n) {
            $name = self::name($bytes, $at);
            $type = self::word($bytes, $at);
            $length = self::word($bytes, $at + 8);
            $at += 10;
            if ($at + $length > \strlen($bytes)) {
                throw new DnsError('a record that ends beyond the message');
            }
            $record = self::record($bytes, $at, $length, $name, $type);
            if (null !== $record) {
                $records[] = $record;
            }
            $at += $length;
        }

        return new self($id, 0 !== ($flags & 0x8000), $questions, $records);
    }

    public function __toString(): string
    {
        $bytes = pack('n6', $this->id, $this->isResponse ? 0x8400 : 0, \count($this->questions), \count($this->records), 0, 0);
        foreach ($this->questions as $question) {
            $bytes .= DnsRecord::packName($question->name).pack('nn', $question->type, 1);
        }

        return $bytes.implode('', array_map(static fn (DnsRecord $r): string => $r->pack(), $this->records));
    }

    /** @param list<string> $name */
    private static function record(string $bytes, int $at, int $length, array $name, int $type): ?DnsRecord
    {
        switch ($type) {
            case DnsRecord::A:
                return 4 === $length ? new DnsRecord($name, $type, [(string) Ipv4Address::fromInt(self::word($bytes, $at) << 16 | self::word($bytes, $at + 2))]) : throw new DnsError('an address that is not 4 bytes long');
            case DnsRecord::PTR:
                return new DnsRecord($name, $type, self::name($bytes, $at));
            case DnsRecord::SRV:
                $port = self::word($bytes, $at + 4);
                $at += 6;

                return new DnsRecord($name, $type, self::name($bytes, $at), $port);
            default:
                return null;
        }
    }

    /**
     * A pointer leads backwards only, so that no message can send its reader round in circles.
     *
     * @return list<string>
     *
     * @throws DnsError
     */
    private static function name(string $bytes, int &$at): array
    {
        $labels = [];
        $read = $at;
        $jumped = false;
        $limit = $at;
        while (\count($labels) < self::MOST_LABELS) {
            $length = \ord($bytes[$read] ?? throw new DnsError('a name that ends beyond the message'));
            if (0xC0 === ($length & 0xC0)) {
                $target = self::word($bytes, $read) & 0x3FFF;
                if ($target >= $limit) {
                    throw new DnsError('a pointer that leads forward');
                }
                $at = $jumped ? $at : $read + 2;
                $jumped = true;
                $read = $limit = $target;
                continue;
            }
            if ($length > 63 || $read + $length >= \strlen($bytes)) {
                throw new DnsError('a label that ends beyond the message');
            }
            ++$read;
            if (0 === $length) {
                $at = $jumped ? $at : $read;

                return $labels;
            }
            $labels[] = substr($bytes, $read, $length);
            $read += $length;
        }
        throw new DnsError('a name without end');
    }

    /** @throws DnsError */
    private static function word(string $bytes, int $at): int
    {
        return isset($bytes[$at + 1]) ? \ord($bytes[$at]) << 8 | \ord($bytes[$at + 1]) : throw new DnsError('a message that ends too soon');
    }
}
