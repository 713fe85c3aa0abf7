<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Calc\Calculation;
use Vorhut\Core\Calc\Kind\CodecName;
use Vorhut\Core\Calc\Kind\SacnCalculation;
use Vorhut\Core\Classes;

final class ClassesTest extends TestCase
{
    public function testTheClassesOfAFolderAreFound(): void
    {
        $folder = \dirname(__DIR__, 2).'/core/Calc/Kind';
        $found = Classes::in($folder, 'Vorhut\Core\Calc\Kind', Calculation::class);
        self::assertContains(SacnCalculation::class, $found);
        self::assertNotContains(CodecName::class, $found, 'it lies there and is none');
    }

    public function testAFileWithAnotherNamespaceIsNotLeftOutInSilence(): void
    {
        $folder = sys_get_temp_dir().'/classes-'.bin2hex(random_bytes(4));
        mkdir($folder);
        file_put_contents($folder.'/Lost.php', "<?php\n\nnamespace Vorhut\\Elsewhere;\n\nfinal class Lost\n{\n}\n");
        try {
            Classes::in($folder, 'Vorhut\Core\Calc\Kind', Calculation::class);
            self::fail('it was left out');
        } catch (\LogicException $e) {
            self::assertStringContainsString('Lost.php holds no class Vorhut\Core\Calc\Kind\Lost.', $e->getMessage());
        } finally {
            unlink($folder.'/Lost.php');
            rmdir($folder);
        }
    }
}
