<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Core\Job\Device;
use Vorhut\Field\Serve\TextSpeaker;

/** The page of a unit: what it is called, and by its head which firmware it has. */
final readonly class PageSpeaker implements TextSpeaker
{
    /** @param \Closure(): Device $device as it stands now */
    public function __construct(private \Closure $device) {}

    public function answer(string $received): ?string
    {
        if (!str_contains($received, "\r\n\r\n")) {
            return null;
        }
        if (1 !== preg_match('#^(GET|HEAD) \S{1,2000} HTTP/1\.[01]\r\n#', $received, $m)) {
            return "HTTP/1.1 400 Bad Request\r\nContent-Length: 0\r\nConnection: close\r\n\r\n";
        }
        $device = ($this->device)();
        $body = \sprintf("<!doctype html><title>%s</title>\n", htmlspecialchars($device->name));
        $version = preg_replace('/[^\w.-]/', '', (string) $device->firmware);
        $head = [
            'HTTP/1.1 200 OK',
            'Server: stand-in'.('' === $version ? '' : '/'.$version),
            'Content-Type: text/html; charset=utf-8',
            'Content-Length: '.\strlen($body),
            'Connection: close',
        ];

        return implode("\r\n", $head)."\r\n\r\n".('GET' === $m[1] ? $body : '');
    }
}
