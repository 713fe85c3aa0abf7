<?php

declare(strict_types=1);

namespace Vorhut\Field\Net;

use Amp\ByteStream\StreamException;
use Amp\CancelledException;
use Revolt\EventLoop;

use function Amp\async;

/** One datagram, one connection, one tick: what it throws ends it, and nothing else that runs in the same process. */
final class Turn
{
    /** @var \Closure(\Throwable): void|null */
    private static ?\Closure $report = null;

    /** @param (\Closure(\Throwable): void)|null $report told what nobody expected; null: it goes to the log of errors */
    public static function reportTo(?\Closure $report): void
    {
        self::$report = $report;
    }

    /** Everything that a callback of the event loop throws is reported from now on, too, instead of ending the process. */
    public static function guardLoop(): void
    {
        EventLoop::setErrorHandler(self::failed(...));
    }

    /** @param \Closure(): void $do */
    public static function take(\Closure $do): void
    {
        try {
            $do();
        } catch (\Throwable $e) {
            self::failed($e);
        }
    }

    /**
     * Serves each datagram that comes in until the socket is closed.
     *
     * @param \Closure(string, int, string): void $serve sender's address and port, and what it sent
     */
    public static function ofEach(GatedUdp $socket, \Closure $serve): void
    {
        async(static function () use ($socket, $serve): void {
            while (null !== ($datagram = $socket->receive())) {
                self::take(static fn () => $serve(...$datagram));
            }
        })->ignore();
    }

    /** Another side that is gone, slow or not to be asked is nothing to report. */
    private static function failed(\Throwable $e): void
    {
        if ($e instanceof StreamException || $e instanceof CancelledException || $e instanceof RefusedTarget) {
            return;
        }
        null === self::$report
            ? error_log(\sprintf('%s: %s in %s:%d', $e::class, $e->getMessage(), $e->getFile(), $e->getLine()))
            : (self::$report)($e);
    }
}
