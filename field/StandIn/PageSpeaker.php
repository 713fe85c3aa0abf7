<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Field\Serve\TextSpeaker;

/** The page of a unit, as far as a HEAD or GET shows it (RFC 9112). */
final readonly class PageSpeaker implements TextSpeaker
{
    public function __construct(private string $name)
    {
    }

    public function answer(string $received): ?string
    {
        if (!str_contains($received, "\r\n\r\n")) {
            return null;
        }
        if (1 !== preg_match('#^(GET|HEAD) \S{1,2000} HTTP/1\.[01]\r\n#', $received, $m)) {
            return "HTTP/1.1 400 Bad Request\r\nContent-Length: 0\r\nConnection: close\r\n\r\n";
        }
        $body = htmlspecialchars($this->name)."\n";

        return \sprintf(
            "HTTP/1.1 200 OK\r\nServer: stand-in\r\nContent-Type: text/html; charset=utf-8\r\nContent-Length: "
            ."%d\r\nConnection: close\r\n\r\n%s",
            \strlen($body),
            'GET' === $m[1] ? $body : '',
        );
    }
}
