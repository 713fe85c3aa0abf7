<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

/** A session description (RFC 8866) with one audio stream or one fax, as far as offer and answer need it (RFC 3264). */
final readonly class Sdp implements \Stringable
{
    public const PCMU = 0;
    public const PCMA = 8;
    /** Its clock runs at 8,000 though it has 16,000 samples a second (RFC 3551, section 4.5.2). */
    public const G722 = 9;
    private const MAX_MEDIA = 20;

    /** A dynamic payload type (RFC 3551, section 3) for key events of our own offers. */
    public const EVENTS = 101;

    /**
     * @param list<int> $payloads static payload types, preferred first (RFC 3551)
     * @param list<string> $others every media line in the offer's order, '' where the audio stands; the others are declined
     * @param int|null $events payload type of key events (RFC 4733); null for none
     * @param int $version rises with each description of one session (RFC 3264, section 8)
     * @param string|null $key by which this side seals its sound (RFC 4568); null: it goes in the clear
     * @param int $keyTag number of that line
     * @param bool $isFax T.38 over UDPTL (ITU-T T.38, annex D) in the place of audio
     */
    public function __construct(
        public string $address,
        public int $port,
        public array $payloads,
        public string $direction = 'sendrecv',
        private array $others = [''],
        public ?int $events = self::EVENTS,
        private int $version = 1,
        public bool $isFax = false,
        #[\SensitiveParameter]
        public ?string $key = null,
        private int $keyTag = 1,
    ) {}

    public static function fax(string $address, int $port): self
    {
        return new self($address, $port, [], isFax: true);
    }

    public static function parse(string $body): ?self
    {
        preg_match_all('/^(?:m=|\A).*?(?=^m=|\z)/ms', $body, $found);
        $session = array_shift($found[0]) ?? '';
        $others = [];
        $audio = null;
        $payloads = [];
        $port = 0;
        $isFax = false;
        $key = null;
        $keyTag = 1;
        foreach (\array_slice($found[0], 0, self::MAX_MEDIA) as $part) {
            $isAudio = 1 === preg_match('/^m=audio ([1-9]\d{0,4}) RTP\/(S?)AVP((?: \d{1,3}){1,40})\s*$/m', $part, $media);
            [$keyTag, $key] = $isAudio && null === $audio ? self::keyIn($part) : [$keyTag, $key];
            if (null === $audio && $isAudio && ('S' === $media[2]) === (null !== $key)) {
                [$audio, $port, $payloads] = [$part, (int) $media[1], array_map(intval(...), explode(' ', trim($media[3])))];
                $others[] = '';
            } elseif (null === $audio && 1 === preg_match('/^m=image ([1-9]\d{0,4}) udptl t38\s*$/mi', $part, $media)) {
                [$audio, $port, $isFax] = [$part, (int) $media[1], true];
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
        $events = 1 === preg_match('/^a=rtpmap:(\d{1,3}) telephone-event\/8000\s*$/mi', $audio, $m) ? (int) $m[1] : null;
        $isAgreed = null !== $events && \in_array($events, $payloads, true);

        return new self(
            address: $connection[1],
            port: $port,
            payloads: array_values(array_diff($payloads, null === $events ? [] : [$events])),
            direction: $direction,
            others: $others,
            events: $isAgreed ? $events : null,
            isFax: $isFax,
            key: $key,
            keyTag: $keyTag,
        );
    }

    /** @return array{int, string|null} number and key of the first line whose way of sealing is known (RFC 4568, section 9.1) */
    private static function keyIn(string $part): array
    {
        $line = '/^a=crypto:(\d{1,9}) AES_CM_128_HMAC_SHA1_80 inline:([A-Za-z0-9+\/]{40})(?:\|2\^\d+)?\s*$/m';
        $isKnown = 1 === preg_match($line, $part, $m);
        $key = $isKnown ? base64_decode($m[2], true) : false;

        return $isKnown && false !== $key ? [(int) $m[1], $key] : [1, null];
    }

    /** The answer to an offer: what both can do, in the offer's order; null where there is nothing (488). */
    public function answerTo(self $offer): ?self
    {
        $common = array_values(array_intersect($offer->payloads, $this->payloads));
        $direction = ['sendonly' => 'recvonly', 'recvonly' => 'sendonly'][$offer->direction] ?? $offer->direction;
        if ($offer->isFax !== $this->isFax || (!$this->isFax && [] === $common) || (null !== $offer->key && null === $this->key)) {
            return null;
        }
        $events = null === $this->events ? null : $offer->events;

        return new self(
            address: $this->address,
            port: $this->port,
            payloads: $common,
            direction: $direction,
            others: $offer->others,
            events: $events,
            version: $this->version,
            isFax: $this->isFax,
            key: null === $offer->key ? null : $this->key,
            keyTag: $offer->keyTag,
        );
    }

    /** The same with a key to seal its sound. */
    public function sealed(#[\SensitiveParameter] string $key): self
    {
        return new self(
            address: $this->address,
            port: $this->port,
            payloads: $this->payloads,
            direction: $this->direction,
            others: $this->others,
            events: $this->events,
            version: $this->version,
            isFax: $this->isFax,
            key: $key,
        );
    }

    /** The same as the n-th description of its session. */
    public function numbered(int $version): self
    {
        return $this->with($version, $this->direction);
    }

    /** The same with sound in other directions (RFC 8866, section 6.7). */
    public function directed(string $direction): self
    {
        return $this->with($this->version, $direction);
    }

    /** Whether sound is wanted at the place described here (RFC 3264, section 5.1). */
    public function listens(): bool
    {
        return \in_array($this->direction, ['sendrecv', 'recvonly'], true) && '0.0.0.0' !== $this->address;
    }

    public function __toString(): string
    {
        $lines = ['v=0', \sprintf('o=- 1 %d IN IP4 %s', $this->version, $this->address), 's=-', 'c=IN IP4 '.$this->address, 't=0 0'];
        foreach ($this->others as $other) {
            array_push($lines, ...('' === $other ? ($this->isFax ? $this->faxLines() : $this->audioLines()) : ['m='.$other]));
        }

        return implode("\r\n", [...$lines, '']);
    }

    /** @return list<string> */
    private function audioLines(): array
    {
        $names = [self::PCMU => 'PCMU', self::PCMA => 'PCMA', self::G722 => 'G722'];
        $all = [...$this->payloads, ...null === $this->events ? [] : [$this->events]];
        $lines = [\sprintf('m=audio %d RTP/%s %s', $this->port, null === $this->key ? 'AVP' : 'SAVP', implode(' ', $all))];
        if (null !== $this->key) {
            $lines[] = \sprintf('a=crypto:%d AES_CM_128_HMAC_SHA1_80 inline:%s', $this->keyTag, base64_encode($this->key));
        }
        foreach ($this->payloads as $payload) {
            if (isset($names[$payload])) {
                $lines[] = \sprintf('a=rtpmap:%d %s/8000', $payload, $names[$payload]);
            }
        }
        if (null !== $this->events) {
            $lines[] = \sprintf('a=rtpmap:%d telephone-event/8000', $this->events);
            $lines[] = \sprintf('a=fmtp:%d 0-15', $this->events);
        }

        return [...$lines, 'a=ptime:20', 'a='.$this->direction];
    }

    /** @return list<string> */
    private function faxLines(): array
    {
        return [
            \sprintf('m=image %d udptl t38', $this->port),
            'a=T38FaxVersion:0',
            'a=T38MaxBitRate:14400',
            'a=T38FaxRateManagement:transferredTCF',
            'a=T38FaxUdpEC:t38UDPRedundancy',
        ];
    }

    private function with(int $version, string $direction): self
    {
        return new self(
            address: $this->address,
            port: $this->port,
            payloads: $this->payloads,
            direction: $direction,
            others: $this->others,
            events: $this->events,
            version: $version,
            isFax: $this->isFax,
            key: $this->key,
            keyTag: $this->keyTag,
        );
    }
}
