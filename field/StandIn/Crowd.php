<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Amp\Socket\ServerSocket;
use Amp\Socket\Socket;
use Vorhut\Field\Net\Turn;

use function Amp\async;

/** How many connections the stand-ins of one process hold at once: idle ones must not use up its descriptors. */
final class Crowd
{
    private int $inside = 0;

    public function __construct(private readonly int $max) {}

    /**
     * Takes connections while there is room, and closes each when it has been served; those beyond are closed at once.
     *
     * @param \Closure(Socket): void $serve
     */
    public function take(ServerSocket $server, \Closure $serve): void
    {
        async(function () use ($server, $serve): void {
            while (null !== ($socket = $server->accept())) {
                if ($this->inside < $this->max) {
                    ++$this->inside;
                    async($this->serve(...), $socket, $serve)->ignore();
                } else {
                    $socket->close();
                }
            }
        })->ignore();
    }

    /** @param \Closure(Socket): void $serve */
    private function serve(Socket $socket, \Closure $serve): void
    {
        try {
            Turn::take(static fn () => $serve($socket));
        } finally {
            $socket->close();
            --$this->inside;
        }
    }
}
