<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** No line is longer than can be read at a glance; comments, which the other checks let through, are lines too. */
final class LineLengthTest extends TestCase
{
    private const LONGEST = 140;
    private const KINDS = ['php', 'twig', 'css', 'js', 'mjs'];
    /** Made by tools. */
    private const MADE = '#/assets/vendor/|/config/reference\.php$#';

    #[TestWith(['assets'])]
    #[TestWith(['bench'])]
    #[TestWith(['config'])]
    #[TestWith(['core'])]
    #[TestWith(['field'])]
    #[TestWith(['migrations'])]
    #[TestWith(['public'])]
    #[TestWith(['scripts'])]
    #[TestWith(['src'])]
    #[TestWith(['templates'])]
    #[TestWith(['tests'])]
    public function testNoLineIsTooLong(string $folder): void
    {
        $long = [];
        $looked = 0;
        $files = new \RecursiveDirectoryIterator(\dirname(__DIR__, 2).'/'.$folder, \FilesystemIterator::SKIP_DOTS);
        foreach (new \RecursiveIteratorIterator($files) as $file) {
            \assert($file instanceof \SplFileInfo);
            if (!\in_array($file->getExtension(), self::KINDS, true) || 1 === preg_match(self::MADE, $file->getPathname())) {
                continue;
            }
            ++$looked;
            foreach (explode("\n", (string) file_get_contents($file->getPathname())) as $number => $line) {
                if (mb_strlen($line) > self::LONGEST) {
                    $long[] = \sprintf('%s:%d has %d', $file->getPathname(), $number + 1, mb_strlen($line));
                }
            }
        }
        self::assertGreaterThan(0, $looked);
        self::assertSame([], $long);
    }
}
