<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Record;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Record\Nearest;

final class NearestTest extends TestCase
{
    private const KINDS = [
        'PTZ camera, rotary switch',
        'Desk phone, page',
        'Desk phone, keypad',
        'Wireless-microphone receiver',
        'Kühlgerät',
    ];

    public function testTheNearestWordWithinSomeLetters(): void
    {
        self::assertSame('camera', Nearest::to('camrea', ['phone', 'camera', 'cameras'], 2));
        self::assertNull(Nearest::to('camrea', ['phone', 'camera'], 1));
    }

    public function testWordsMayBeLeftOutWhereOneIsMeant(): void
    {
        self::assertSame('PTZ camera, rotary switch', Nearest::withAllWords('PTZ camera', self::KINDS));
        self::assertSame('PTZ camera, rotary switch', Nearest::withAllWords('Camera (PTZ)', self::KINDS));
        self::assertSame('Wireless-microphone receiver', Nearest::withAllWords('microphone receiver', self::KINDS));
        self::assertSame('Kühlgerät', Nearest::withAllWords('kühlgerät', self::KINDS));
    }

    public function testNoOneIsGuessedWhereSeveralOrNoneAreMeant(): void
    {
        foreach (['Desk phone', 'camera microphone', 'cam', '', '--'] as $text) {
            self::assertNull(Nearest::withAllWords($text, self::KINDS), $text);
        }
    }
}
