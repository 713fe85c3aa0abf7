<?php

declare(strict_types=1);

namespace Vorhut\Field\Serve;

/** Answers for files by HTTP (RFC 9112): one question a connection, and nothing but the names that are there. */
final readonly class FileSpeaker implements TextSpeaker
{
    /**
     * @param \Closure(string, bool): (array{type: string, text: string}|null) $files told the name, and whether the text goes out
     * @param \Closure(string $name, bool $isThere): void $told of each question
     */
    public function __construct(private \Closure $files, private \Closure $told) {}

    public function answer(string $received): ?string
    {
        if (!str_contains($received, "\r\n\r\n")) {
            return null;
        }
        if (1 !== preg_match('#^(GET|HEAD) /([A-Za-z0-9._-]{0,120})(?:\?\S*)? HTTP/1\.[01]\r\n#', $received, $m)) {
            return self::said(status: '400 Bad Request', type: 'text/plain', text: '', withText: true);
        }
        $isFetched = 'GET' === $m[1];
        $file = ($this->files)($m[2], $isFetched) ?? ($this->files)(strtolower($m[2]), $isFetched);
        ($this->told)($m[2], null !== $file);

        return null === $file
            ? self::said(status: '404 Not Found', type: 'text/plain', text: '', withText: true)
            : self::said('200 OK', $file['type'], $file['text'], $isFetched);
    }

    private static function said(string $status, string $type, string $text, bool $withText): string
    {
        return \sprintf(
            "HTTP/1.1 %s\r\nContent-Type: %s\r\nContent-Length: %d\r\nCache-Control: no-store\r\nConnection: close\r\n\r\n%s",
            $status,
            $type,
            \strlen($text),
            $withText ? $text : '',
        );
    }
}
