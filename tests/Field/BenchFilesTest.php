<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use PHPUnit\Framework\TestCase;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Field\Serve\BenchFiles;
use Vorhut\Tests\Support\Jobs;

final class BenchFilesTest extends TestCase
{
    private const FILE = '024700001014.ini';
    private const SECRET = 'a-secret-of-the-bench';

    public function testASecretGoesOnceToTheAddressThatItsMacWasLeased(): void
    {
        $files = new BenchFiles(Jobs::demo(), UnitFiles::make(), ['2001' => self::SECRET, '2002' => 'another']);
        self::assertNull($files->get('10.47.10.20', 'no-such.ini', true));
        self::assertFalse(self::hasSecret($files, '10.47.10.20'), 'nothing was leased yet');
        $files->leased('10.47.10.20 02:47:00:00:10:14 ticket-1');
        $files->leased('10.47.10.21 02:47:00:00:10:15');
        self::assertFalse(self::hasSecret($files, '10.47.10.21'), 'a neighbour');
        self::assertFalse(self::hasSecret($files, '10.47.10.20', false), 'asking about it does not use it up');
        self::assertTrue(self::hasSecret($files, '10.47.10.20'));
        self::assertFalse(self::hasSecret($files, '10.47.10.20'), 'once');
        $files->leased('10.47.10.22 nonsense');
        self::assertStringContainsString('number = 2001', $files->get('10.47.10.22', self::FILE, true)['text'] ?? '');
    }

    public function testAnAddressThatGoesToAnotherMacIsNoLongerTheFirstOnes(): void
    {
        $files = new BenchFiles(Jobs::demo(), UnitFiles::make(), ['2001' => self::SECRET]);
        $files->leased('10.47.10.20 02:47:00:00:10:14');
        $files->leased('10.47.10.20 02:47:00:00:10:15');
        self::assertFalse(self::hasSecret($files, '10.47.10.20'));
    }

    private static function hasSecret(BenchFiles $files, string $from, bool $isFetched = true): bool
    {
        return str_contains($files->get($from, self::FILE, $isFetched)['text'] ?? '', self::SECRET);
    }
}
