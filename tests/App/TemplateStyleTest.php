<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Templates are written to be read: one element a line, indented by fours, and without sums. */
final class TemplateStyleTest extends TestCase
{
    private const SUM = '/\{[{%][^}]*[\w)] [-+*\/%] [\w(]/';
    /** An empty address is that of the page itself. */
    private const MAYBE_EMPTY = '/(?:^| )(?:action|href|src|hx-(?:get|post|put|delete|target))="\{\{[^"]*(?:\?\?|\bnull\b)/';
    private const BLOCK = '/\{%-? (?:if|for|block|macro|set|apply) /';

    /** @return iterable<string, array{string}> */
    public static function templates(): iterable
    {
        $root = \dirname(__DIR__, 2).'/templates';
        $files = new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($root, \FilesystemIterator::SKIP_DOTS));
        foreach ($files as $file) {
            \assert($file instanceof \SplFileInfo);
            yield substr($file->getPathname(), \strlen($root) + 1) => [(string) file_get_contents($file->getPathname())];
        }
    }

    #[DataProvider('templates')]
    public function testATemplateReadsWell(string $text): void
    {
        $wrong = [];
        foreach (explode("\n", $text) as $number => $line) {
            $faults = array_keys(array_filter([
                'several elements' => preg_match_all('/<[a-z]/', $line) > 1,
                'an address that may be empty' => 1 === preg_match(self::MAYBE_EMPTY, $line),
                'several blocks' => preg_match_all(self::BLOCK, $line) > 1,
                'a sum' => 1 === preg_match(self::SUM, $line),
                'not indented by fours' => 0 !== strspn($line, ' ') % 4,
                'a tab or a blank at its end' => 1 === preg_match('/\t| $/', $line),
            ]));
            if ([] !== $faults) {
                $wrong[] = \sprintf('line %d, %s: %s', $number + 1, implode(', ', $faults), trim($line));
            }
        }
        self::assertSame([], $wrong);
    }
}
