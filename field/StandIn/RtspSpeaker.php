<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

/** Answers RTSP OPTIONS (RFC 2326, section 10.1); other methods are not implemented. */
final class RtspSpeaker implements TextSpeaker
{
    public function answer(string $received): ?string
    {
        if (!str_contains($received, "\r\n\r\n")) {
            return null;
        }
        if (
            1 !== preg_match('#^([A-Z_]{1,20}) \S{1,2000} RTSP/1\.0\r\n#', $received, $request)
            || 1 !== preg_match('/^CSeq:\s*(\d{1,9})\s*$/mi', $received, $sequence)
        ) {
            return "RTSP/1.0 400 Bad Request\r\n\r\n";
        }
        $status = 'OPTIONS' === $request[1] ? "200 OK\r\nPublic: OPTIONS" : '501 Not Implemented';
        [$line, $rest] = [strtok($status, "\r\n"), strstr($status, "\r\n")];

        return \sprintf("RTSP/1.0 %s\r\nCSeq: %s%s\r\n\r\n", $line, $sequence[1], false === $rest ? '' : $rest);
    }
}
