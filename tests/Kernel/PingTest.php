<?php

declare(strict_types=1);

namespace Vorhut\Tests\Kernel;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/** Echo requests by ICMP in a namespace of its own, where the kernel lets this user send them, and where it does not. */
final class PingTest extends TestCase
{
    private const SCRIPT = <<<'PHP'
        require $argv[1].'/vendor/autoload.php';
        use Vorhut\Field\Net\PingSocket;
        use Vorhut\Field\Net\TargetGate;
        echo json_encode(!PingSocket::isPermitted() ? 'not permitted' : [
            PingSocket::echo(new TargetGate(), '127.0.0.1', 1.0),
            PingSocket::echo(new TargetGate(), '127.9.8.7', 1.0),
        ]);
        PHP;

    public function testAnEchoComesBackWhereItIsPermitted(): void
    {
        self::assertSame('[true,true]', self::inside('ip link set lo up', '0 0'));
    }

    /** The link is down: nothing comes back, and nothing waits longer than it was told. */
    public function testNothingComesBackWhereNobodyIs(): void
    {
        $start = microtime(true);
        self::assertSame('[false,false]', self::inside('true', '0 0'));
        self::assertLessThan(4.0, microtime(true) - $start);
    }

    public function testWhereItIsNotPermittedThatIsKnown(): void
    {
        self::assertSame('"not permitted"', self::inside('ip link set lo up', '1 0'));
    }

    private static function inside(string $prepare, string $range): string
    {
        $root = \dirname(__DIR__, 2);
        $shell = \sprintf('%s && echo "%s" > /proc/sys/net/ipv4/ping_group_range && exec "$@"', $prepare, $range);
        $command = ['sh', '-c', $shell, 'sh', \PHP_BINARY, '-r', self::SCRIPT, '--', $root];
        $process = new Process([...KernelLab::inside(), ...$command], timeout: 20);
        $process->mustRun();

        return $process->getOutput();
    }
}
