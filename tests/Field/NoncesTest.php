<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use PHPUnit\Framework\TestCase;
use Vorhut\Field\Net\Nonces;

final class NoncesTest extends TestCase
{
    /** Seconds. */
    private int $now = 0;

    public function testTheyCarryTheirTimeAndMark(): void
    {
        $this->now = 1000;
        $nonces = new Nonces(fn (): int => $this->now);
        $nonce = $nonces->make();
        self::assertNotSame($nonce, $nonces->make());
        self::assertTrue($nonces->use($nonce, '00000001'));
        self::assertFalse($nonces->use($nonce, '00000001'), 'once');
        self::assertTrue($nonces->use($nonce, '00000002'));
        self::assertTrue($nonces->use($nonce, ''));
        self::assertTrue($nonces->use($nonce, ''), 'whoever counts nothing may use it again');
        $this->now = 1299;
        self::assertTrue($nonces->use($nonce, '00000003'));
        $this->now = 1300;
        self::assertFalse($nonces->use($nonce, '00000004'), 'five minutes');
        self::assertTrue($nonces->isOurs($nonce), 'so that it can be said that it is only stale');
    }

    public function testOthersAreNotTaken(): void
    {
        $nonces = new Nonces();
        $nonce = $nonces->make();
        foreach (['', 'x', (new Nonces())->make(), strrev($nonce), 'ffffffff'.substr($nonce, 8), $nonce.'0'] as $other) {
            self::assertFalse($nonces->isOurs($other), $other);
            self::assertFalse($nonces->use($other, ''), $other);
        }
    }

    public function testWhatIsKeptDoesNotGrow(): void
    {
        $this->now = 0;
        $nonces = new Nonces(fn (): int => $this->now);
        for ($n = 0; $n < 20_000; ++$n) {
            $this->now = intdiv($n, 10);
            $nonces->use($nonces->make(), '00000001');
        }
        $used = (new \ReflectionProperty($nonces, 'used'))->getValue($nonces);
        self::assertIsArray($used);
        self::assertLessThan(5000, \count($used));
    }
}
