<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use Amp\ByteStream\ClosedException;
use PHPUnit\Framework\TestCase;
use Revolt\EventLoop;
use Vorhut\Field\Net\RefusedTarget;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\Net\Turn;
use Vorhut\Tests\Support\Waiting;

final class TurnTest extends TestCase
{
    use Waiting;

    /** @var list<string> */
    private array $told = [];

    protected function setUp(): void
    {
        Turn::reportTo(function (\Throwable $e): void {
            $this->told[] = $e->getMessage();
        });
    }

    protected function tearDown(): void
    {
        Turn::reportTo(null);
        EventLoop::setErrorHandler(null);
    }

    public function testADatagramThatCannotBeServedEndsNothingButItself(): void
    {
        $sockets = new Sockets(new TargetGate());
        [$server, $client] = [$sockets->udp('127.0.0.1'), $sockets->udp('127.0.0.1')];
        $seen = [];
        Turn::ofEach($server, static function (string $from, int $port, string $data) use (&$seen): void {
            $seen[] = $data;
            if ('bad' === $data) {
                throw new \TypeError('what nobody expected');
            }
        });
        foreach (['one', 'bad', 'two'] as $text) {
            $client->send('127.0.0.1', $server->port(), $text);
        }
        self::until(static function () use (&$seen): bool {
            return 3 === \count($seen);
        });
        self::assertSame(['one', 'bad', 'two'], $seen);
        self::assertSame(['what nobody expected'], $this->told);
        $server->close();
        $client->close();
    }

    public function testAnOtherSideThatIsGoneIsNothingToReport(): void
    {
        Turn::take(static fn () => throw new ClosedException('broken pipe'));
        Turn::take(static fn () => throw RefusedTarget::address('192.0.2.1'));
        self::assertSame([], $this->told);
        Turn::take(static fn () => throw new \RuntimeException('odd'));
        self::assertSame(['odd'], $this->told);
    }

    public function testATickThatFailsEndsNoOtherTick(): void
    {
        Turn::guardLoop();
        $ticks = 0;
        EventLoop::delay(0.001, static fn () => throw new \LogicException('tick'));
        EventLoop::delay(0.01, static function () use (&$ticks): void {
            ++$ticks;
        });
        self::until(static function () use (&$ticks): bool {
            return 1 === $ticks;
        });
        self::assertSame(['tick'], $this->told);
    }
}
