<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

/** A session description (RFC 8866) with one audio stream, as far as offer and answer need it (RFC 3264). */
final readonly class Sdp implements \Stringable
{
    public const PCMU = 0;
    public const PCMA = 8;

    /** @param list<int> $payloads static payload types, preferred first (RFC 3551) */
    public function __construct(public string $address, public int $port, public array $payloads)
    {
    }

    public static function parse(string $body): ?self
    {
        if (1 !== preg_match('/^m=audio (\d{1,5}) RTP\/AVP((?: \d{1,3}){1,40})\s*$/m', $body, $media) || 1 !== preg_match('/^c=IN IP4 (\d{1,3}(?:\.\d{1,3}){3})\s*$/m', $body, $connection)) {
            return null;
        }

        return new self($connection[1], (int) $media[1], array_map(intval(...), explode(' ', trim($media[2]))));
    }

    /** The answer to an offer: what both can do, in the offer's order; null where there is nothing (488). */
    public function answerTo(self $offer): ?self
    {
        $common = array_values(array_intersect($offer->payloads, $this->payloads));

        return [] === $common ? null : new self($this->address, $this->port, $common);
    }

    public function __toString(): string
    {
        $names = [self::PCMU => 'PCMU', self::PCMA => 'PCMA'];
        $lines = ['v=0', \sprintf('o=- 1 1 IN IP4 %s', $this->address), 's=-', 'c=IN IP4 '.$this->address, 't=0 0', \sprintf('m=audio %d RTP/AVP %s', $this->port, implode(' ', $this->payloads))];
        foreach ($this->payloads as $payload) {
            if (isset($names[$payload])) {
                $lines[] = \sprintf('a=rtpmap:%d %s/8000', $payload, $names[$payload]);
            }
        }

        return implode("\r\n", [...$lines, 'a=ptime:20', 'a=sendrecv', '']);
    }
}
