<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

/** A session description (RFC 8866) with one audio stream, as far as offer and answer need it (RFC 3264). */
final readonly class Sdp implements \Stringable
{
    public const PCMU = 0;
    public const PCMA = 8;
    private const MOST_MEDIA = 20;

    /**
     * @param list<int> $payloads static payload types, preferred first (RFC 3551)
     * @param list<string> $others every media line in the offer's order, '' where the audio stands; the others are declined
     */
    public function __construct(
        public string $address,
        public int $port,
        public array $payloads,
        public string $direction = 'sendrecv',
        private array $others = [''],
    ) {
    }

    public static function parse(string $body): ?self
    {
        preg_match_all('/^(?:m=|\A).*?(?=^m=|\z)/ms', $body, $found);
        $session = array_shift($found[0]) ?? '';
        $others = [];
        $audio = null;
        $payloads = [];
        $port = 0;
        foreach (\array_slice($found[0], 0, self::MOST_MEDIA) as $part) {
            if (null === $audio && 1 === preg_match('/^m=audio ([1-9]\d{0,4}) RTP\/AVP((?: \d{1,3}){1,40})\s*$/m', $part, $media)) {
                [$audio, $port, $payloads] = [$part, (int) $media[1], array_map(intval(...), explode(' ', trim($media[2])))];
                $others[] = '';
            } else {
                $others[] = 1
                    === preg_match('/^m=([a-z]{1,20}) \d{1,5}(?:\/\d+)? (\S{1,40}(?: \S{1,40}){1,40})\s*$/m', $part, $m)
                        ? $m[1].' 0 '.$m[2]
                        : 'application 0 RTP/AVP 0';
            }
        }
        $address = '/^c=IN IP4 (\d{1,3}(?:\.\d{1,3}){3})\s*$/m';
        if (null === $audio || (1 !== preg_match($address, $audio, $connection) && 1 !== preg_match($address, $session, $connection))) {
            return null;
        }
        $direction = 1 === preg_match('/^a=(sendrecv|sendonly|recvonly|inactive)\s*$/m', $audio.$session, $m) ? $m[1] : 'sendrecv';

        return new self($connection[1], $port, $payloads, $direction, $others);
    }

    /** The answer to an offer: what both can do, in the offer's order; null where there is nothing (488). */
    public function answerTo(self $offer): ?self
    {
        $common = array_values(array_intersect($offer->payloads, $this->payloads));
        $direction = ['sendonly' => 'recvonly', 'recvonly' => 'sendonly'][$offer->direction] ?? $offer->direction;

        return [] === $common ? null : new self($this->address, $this->port, $common, $direction, $offer->others);
    }

    /** Whether sound is wanted at the place described here (RFC 3264, section 5.1). */
    public function listens(): bool
    {
        return \in_array($this->direction, ['sendrecv', 'recvonly'], true) && '0.0.0.0' !== $this->address;
    }

    public function __toString(): string
    {
        $names = [self::PCMU => 'PCMU', self::PCMA => 'PCMA'];
        $lines = ['v=0', \sprintf('o=- 1 1 IN IP4 %s', $this->address), 's=-', 'c=IN IP4 '.$this->address, 't=0 0'];
        foreach ($this->others as $other) {
            if ('' !== $other) {
                $lines[] = 'm='.$other;
                continue;
            }
            $lines[] = \sprintf('m=audio %d RTP/AVP %s', $this->port, implode(' ', $this->payloads));
            foreach ($this->payloads as $payload) {
                if (isset($names[$payload])) {
                    $lines[] = \sprintf('a=rtpmap:%d %s/8000', $payload, $names[$payload]);
                }
            }
            array_push($lines, 'a=ptime:20', 'a='.$this->direction);
        }

        return implode("\r\n", [...$lines, '']);
    }
}
