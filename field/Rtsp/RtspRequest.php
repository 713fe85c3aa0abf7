<?php

declare(strict_types=1);

namespace Vorhut\Field\Rtsp;

/** One RTSP request (RFC 2326, section 6). */
final readonly class RtspRequest
{
    /** @param array<string, string> $headers by name in small letters */
    private function __construct(public string $method, public string $uri, public array $headers) {}

    /** Takes the first whole request off a stream; null while there is none. What is no request is an empty method. */
    public static function first(string &$text): ?self
    {
        // Reports of a client on the same connection (section 10.12) are of no interest.
        while (str_starts_with($text, '$') && \strlen($text) >= 4 && \strlen($text) >= 4 + self::length($text)) {
            $text = substr($text, 4 + self::length($text));
        }
        $text = ltrim($text, "\r\n");
        $end = strpos($text, "\r\n\r\n");
        if (false === $end || str_starts_with($text, '$')) {
            return null;
        }
        $lines = explode("\r\n", substr($text, 0, $end));
        $headers = [];
        foreach (\array_slice($lines, 1) as $line) {
            [$name, $value] = [...explode(':', $line, 2), ''];
            $headers[strtolower(trim($name))] = trim($value);
        }
        $length = 1 === preg_match('/^\d{1,5}$/D', $headers['content-length'] ?? '') ? (int) $headers['content-length'] : 0;
        if (\strlen($text) < $end + 4 + $length) {
            return null;
        }
        $text = substr($text, $end + 4 + $length);

        return 1 === preg_match('#^([A-Z_]{3,20}) (\S{1,1000}) RTSP/1\.0$#D', $lines[0], $m)
            ? new self($m[1], $m[2], $headers)
            : new self('', '', $headers);
    }

    public function header(string $name): string
    {
        return $this->headers[$name] ?? '';
    }

    private static function length(string $text): int
    {
        return \ord($text[2]) << 8 | \ord($text[3]);
    }
}
