<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Walk;

/** What routers remember of a request, so that its answer passes a stateful filter and is translated back (RFC 3022). */
final class Session
{
    /** @var array<string, true> routers that passed the request on and remember it */
    public array $seen = [];

    /** @var array<string, array{inside: int, outside: int}> masqueraded source by router */
    public array $sources = [];

    /** @var array<string, array{address: int, port: int|null}> address and port as the request first named them, by router */
    public array $destinations = [];
}
