<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What the documents name is there. */
final class DocsTest extends TestCase
{
    private const ROOTS = ['', 'core/', 'src/', 'field/'];
    private const FOLDERS = 'core|src|field|tests|docs|profiles|schema|bench|scripts|bin|assets|templates|config|migrations';

    /** @return iterable<string, array{string}> */
    public static function documents(): iterable
    {
        yield 'README.md' => ['README.md'];
        foreach ((array) glob(self::root().'docs/*.md') as $file) {
            $name = 'docs/'.basename((string) $file);
            yield $name => [$name];
        }
    }

    #[DataProvider('documents')]
    public function testPathsAndLinksLeadSomewhere(string $file): void
    {
        $text = (string) file_get_contents(self::root().$file);
        preg_match_all('#`((?:'.self::FOLDERS.')/[\w/.-]*)#', $text, $paths);
        preg_match_all('#\]\((?!https?:)([\w/.-]+)[)\#]#', $text, $links);
        $wanted = [...$paths[1], ...array_map(static fn (string $to): string => \dirname($file).'/'.$to, $links[1])];
        $missing = array_filter($wanted, static fn (string $path): bool => !self::isThere(rtrim($path, '.')));
        self::assertSame([], array_values($missing));
    }

    public function testEachClassOfTheGlossaryIsThere(): void
    {
        $glossary = (string) file_get_contents(self::root().'docs/glossary.md');
        $rows = (int) preg_match_all('/^\| (?!term|---).*$/m', $glossary, $lines);
        self::assertGreaterThanOrEqual(60, $rows);
        foreach ($lines[0] as $line) {
            preg_match_all('/`([\w\\\\\/]+)`/', $line, $names);
            self::assertNotSame([], $names[1], $line);
            foreach ($names[1] as $name) {
                $path = str_replace('\\', '/', $name);
                self::assertTrue(self::isThere($path), $name);
            }
        }
    }

    public function testTheArchitectureKnowsEveryFolder(): void
    {
        $text = (string) file_get_contents(self::root().'docs/architecture.md');
        foreach (['core', 'field', 'src'] as $layer) {
            $from = (int) strpos($text, "\n## {$layer}\n");
            $part = substr($text, $from, (int) strpos($text, "\n## ", $from + 1) - $from);
            foreach ((array) glob(self::root().$layer.'/*', \GLOB_ONLYDIR) as $folder) {
                self::assertMatchesRegularExpression('/`'.basename((string) $folder).'[`\/]/', $part, $layer);
            }
        }
    }

    private static function isThere(string $path): bool
    {
        foreach (self::ROOTS as $root) {
            if (file_exists(self::root().$root.$path) || file_exists(self::root().$root.$path.'.php')) {
                return true;
            }
        }

        return false;
    }

    private static function root(): string
    {
        return \dirname(__DIR__, 2).'/';
    }
}
