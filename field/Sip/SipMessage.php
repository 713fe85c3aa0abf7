<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

/** A SIP request or response (RFC 3261, section 7): start line, headers in order, body. Immutable. */
final readonly class SipMessage
{
    private const MAX_BYTES = 65535;
    private const MAX_HEADERS = 200;
    private const MAX_URI = 1000;
    /** Compact forms, section 7.3.3. */
    private const COMPACT = [
        'i' => 'call-id',
        'm' => 'contact',
        'e' => 'content-encoding',
        'l' => 'content-length',
        'c' => 'content-type',
        'f' => 'from',
        's' => 'subject',
        'k' => 'supported',
        't' => 'to',
        'v' => 'via',
    ];

    /** @param list<array{string, string}> $headers name as given and value */
    private function __construct(
        public ?string $method,
        public string $uri,
        public int $status,
        public string $reason,
        public array $headers,
        public string $body,
    ) {}

    /** @param list<array{string, string}> $headers */
    public static function request(string $method, string $uri, array $headers, string $body = ''): self
    {
        return new self(method: $method, uri: $uri, status: 0, reason: '', headers: $headers, body: $body);
    }

    /** An answer with what section 8.2.6.2 copies from the request; a tag is added to To unless there is one. */
    public function reply(int $status, string $reason, string $tag = '', string $body = '', string ...$more): self
    {
        $headers = [];
        foreach (['Via', 'From', 'To', 'Call-ID', 'CSeq'] as $name) {
            foreach ($this->all($name) as $value) {
                $headers[] = [
                    $name,
                    'To' === $name && '' !== $tag && !str_contains(strtolower($value), ';tag=')
                        ? $value.';tag='.$tag
                        : $value,
                ];
            }
        }
        foreach ($more as $name => $value) {
            $headers[] = [str_replace('_', '-', (string) $name), $value];
        }

        return new self(method: null, uri: '', status: $status, reason: $reason, headers: $headers, body: $body);
    }

    /** @throws SipError */
    public static function parse(string $bytes): self
    {
        if (\strlen($bytes) > self::MAX_BYTES) {
            throw new SipError('longer than a datagram');
        }
        $end = strpos($bytes, "\r\n\r\n");
        $head = false === $end ? rtrim($bytes, "\r\n") : substr($bytes, 0, $end);
        $body = false === $end ? '' : substr($bytes, $end + 4);
        // A line that begins with a blank goes on with the one before (section 7.3.1).
        $lines = explode("\r\n", (string) preg_replace("/\r\n[ \t]+/", ' ', ltrim($head, "\r\n")));
        $start = array_shift($lines);
        $headers = [];
        $wrong = \count($lines) > self::MAX_HEADERS ? 'too many headers' : null;
        foreach (\array_slice($lines, 0, self::MAX_HEADERS) as $line) {
            if (1 === preg_match('/^([A-Za-z0-9.!%*_+`\'~-]{1,1000})[ \t]*:[ \t]*(.*)$/sD', $line, $m)) {
                $headers[] = [$m[1], rtrim($m[2])];
            } else {
                $wrong ??= 'a line that is no header';
            }
        }
        $message = self::begin($start, $headers, $body);
        if (null !== $wrong) {
            throw new SipError($wrong, null === $message->method ? null : $message);
        }

        return $message->checked();
    }

    /**
     * @param list<array{string, string}> $headers
     *
     * @throws SipError
     */
    private static function begin(string $start, array $headers, string $body): self
    {
        if (1 === preg_match('#^SIP/2\.0 ([1-6]\d\d) ?(.{0,200})$#D', $start, $m)) {
            return new self(method: null, uri: '', status: (int) $m[1], reason: $m[2], headers: $headers, body: $body);
        }
        if (1 !== preg_match('#^([A-Za-z0-9.!%*_+`\'~-]{1,100}) (.+) SIP/(\d{1,3}\.\d{1,3}) *$#D', $start, $m)) {
            throw new SipError('a first line that is neither request nor status');
        }
        $message = new self(method: $m[1], uri: $m[2], status: 0, reason: '', headers: $headers, body: $body);
        if ('2.0' !== $m[3]) {
            throw new SipError('only SIP/2.0 is spoken here', $message, 505);
        }

        return \strlen($m[2]) <= self::MAX_URI
            ? $message
            : throw new SipError(\sprintf('at most %d bytes', self::MAX_URI), $message, 414);
    }

    /** The first value of a header, whatever its case or form. */
    public function first(string $name): ?string
    {
        return $this->all($name)[0] ?? null;
    }

    /** @return list<string> every value, lists taken apart at their commas */
    public function all(string $name): array
    {
        $wanted = strtolower($name);
        $values = [];
        foreach ($this->headers as [$given, $value]) {
            $given = strtolower($given);
            if ((self::COMPACT[$given] ?? $given) === $wanted) {
                array_push(
                    $values,
                    ...\in_array($wanted, ['via', 'contact', 'route', 'record-route'], true)
                        ? self::split($value)
                        : [$value],
                );
            }
        }

        return $values;
    }

    /** @param list<string> $values none removes the header */
    public function with(string $name, array $values): self
    {
        $wanted = strtolower($name);
        $headers = array_values(
            array_filter(
                $this->headers,
                static fn (array $h): bool => (self::COMPACT[strtolower($h[0])] ?? strtolower($h[0])) !== $wanted,
            ),
        );
        $new = array_map(static fn (string $value): array => [$name, $value], $values);

        return new self(
            method: $this->method,
            uri: $this->uri,
            status: $this->status,
            reason: $this->reason,
            headers: 'via' === $wanted ? [...$new, ...$headers] : [...$headers, ...$new],
            body: $this->body,
        );
    }

    public function withUri(string $uri): self
    {
        return new self(
            method: $this->method,
            uri: $uri,
            status: $this->status,
            reason: $this->reason,
            headers: $this->headers,
            body: $this->body,
        );
    }

    public function sequence(): int
    {
        return (int) strtok((string) $this->first('CSeq'), ' ');
    }

    /** The method a response answers, or the request's own. */
    public function cseqMethod(): string
    {
        return $this->method ?? trim((string) strstr((string) $this->first('CSeq'), ' '));
    }

    public function tag(string $header): ?string
    {
        return self::parameter((string) $this->first($header), 'tag');
    }

    public function branch(): string
    {
        return self::parameter((string) $this->first('Via'), 'branch') ?? '';
    }

    public static function parameter(string $value, string $name): ?string
    {
        return 1
            === preg_match(
                '/;\s*'.preg_quote($name, '/').'\s*=\s*("[^"]*"|[^;,\s>]+)/i',
                (string) preg_replace('/<[^>]*>/', '', $value),
                $m,
            )
            ? trim($m[1], '"')
            : null;
    }

    public function __toString(): string
    {
        $lines = [
            null === $this->method
                ? \sprintf('SIP/2.0 %d %s', $this->status, $this->reason)
                : \sprintf('%s %s SIP/2.0', $this->method, $this->uri),
        ];
        foreach ($this->with('Content-Length', [(string) \strlen($this->body)])->headers as [$name, $value]) {
            $lines[] = $name.': '.$value;
        }

        return implode("\r\n", $lines)."\r\n\r\n".$this->body;
    }

    /** No more body than was announced (section 18.3). */
    private function checked(): self
    {
        $why = Soundness::whyNot($this);
        if (null !== $why) {
            throw new SipError($why, null === $this->method ? null : $this);
        }
        $length = $this->first('Content-Length');
        $body = null === $length ? $this->body : substr($this->body, 0, (int) $length);

        return new self(
            method: $this->method,
            uri: $this->uri,
            status: $this->status,
            reason: $this->reason,
            headers: $this->headers,
            body: $body,
        );
    }

    /** @return list<string> parts between commas that stand neither in quotes nor in angle brackets */
    private static function split(string $value): array
    {
        preg_match_all('/"(?:[^"\\\\]|\\\\.)*+"|<[^>]*+>|[^,"<]++|./s', $value, $pieces);
        $parts = [''];
        foreach ($pieces[0] as $piece) {
            if (',' === $piece) {
                $parts[] = '';
            } else {
                $parts[array_key_last($parts)] .= $piece;
            }
        }

        return array_map(trim(...), $parts);
    }
}
