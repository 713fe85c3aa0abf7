<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use PHPUnit\Framework\TestCase;
use Vorhut\App\CodeVersion;

final class CodeVersionTest extends TestCase
{
    public function testAnyOtherCodeIsAnotherVersion(): void
    {
        $folder = sys_get_temp_dir().'/code-'.bin2hex(random_bytes(4));
        mkdir($folder.'/Deep', recursive: true);
        $versions = [];
        foreach (['A.php' => '<?php 1;', 'Deep/B.php' => '<?php 2;', 'note.txt' => 'no code'] as $file => $text) {
            file_put_contents($folder.'/'.$file, $text);
            $versions[$file] = CodeVersion::hash([$folder]);
        }
        file_put_contents($folder.'/A.php', '<?php 3;');
        $versions['changed'] = CodeVersion::hash([$folder]);
        rename($folder.'/A.php', $folder.'/C.php');
        $versions['renamed'] = CodeVersion::hash([$folder]);
        self::assertSame($versions['Deep/B.php'], $versions['note.txt'], 'what is no code does not count');
        unset($versions['note.txt']);
        self::assertSame($versions, array_unique($versions));
        array_map(unlink(...), [$folder.'/C.php', $folder.'/Deep/B.php', $folder.'/note.txt']);
        rmdir($folder.'/Deep');
        rmdir($folder);
    }
}
