<?php

declare(strict_types=1);

namespace Vorhut\Field\Dns;

/** A DNS query or response (RFC 1035, section 4), as far as service discovery needs it (RFC 6762, RFC 6763). */
final readonly class DnsMessage
{
    /**
     * @param list<DnsRecord> $questions
     * @param list<DnsRecord> $records answers
     * @param list<DnsRecord> $besides what may be asked next (RFC 6763, section 12): the additional section
     */
    public function __construct(
        public int $id,
        public bool $isResponse,
        public array $questions,
        public array $records = [],
        public array $besides = [],
    ) {}

    /** @return list<DnsRecord> answers, then what came besides */
    public function all(): array
    {
        return [...$this->records, ...$this->besides];
    }

    /** @throws DnsError */
    public static function parse(string $bytes): self
    {
        return Reader::read($bytes);
    }

    public function __toString(): string
    {
        $counts = [\count($this->questions), \count($this->records), 0, \count($this->besides)];
        $bytes = pack('n6', $this->id, $this->isResponse ? 0x8400 : 0, ...$counts);
        foreach ($this->questions as $question) {
            $bytes .= DnsRecord::packName($question->name).pack('nn', $question->type, 1);
        }

        return $bytes.implode('', array_map(static fn (DnsRecord $r): string => $r->pack(), $this->all()));
    }
}
