<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class ArchitectureTest extends TestCase
{
    /** @return iterable<string, array{string, list<string>}> */
    public static function layers(): iterable
    {
        yield 'core knows only itself' => ['core', ['Vorhut\Core\\']];
        yield 'field knows core, the event loop and DNS' => [
            'field',
            ['Vorhut\Core\\', 'Vorhut\Field\\', 'Amp\\', 'Revolt\\', 'Psr\\', 'LibDNS\\'],
        ];
    }

    /** @param list<string> $allowed */
    #[DataProvider('layers')]
    public function testLayersImportOnlyWhatLiesBelow(string $folder, array $allowed): void
    {
        $checked = 0;
        foreach (self::files($folder) as $file) {
            foreach (self::namespacesUsed($file) as $name) {
                // A name without a separator is one of PHP's own.
                if (str_contains($name, '\\')) {
                    self::assertTrue(
                        []
                            !== array_filter(
                                [...$allowed, 'Random\\'],
                                static fn (string $a): bool => str_starts_with($name.'\\', $a),
                            ),
                        \sprintf('%s uses %s', $file, $name),
                    );
                }
                ++$checked;
            }
        }
        self::assertTrue('core' !== $folder || $checked > 200, 'too few imports were looked at');
    }

    public function testCoreTouchesNoClockNoFilesNoSockets(): void
    {
        foreach (self::files('core') as $file) {
            $code = (string) file_get_contents($file);
            self::assertDoesNotMatchRegularExpression(
                '/\b(?<!function '
                .')(?:file_get_contents|fopen|fsockopen|stream_socket_\w+|socket_create|time|microtime|date|rand|mt_rand|random_int|new '
                .'\\\\?DateTimeImmutable|new \\\\?PDO)\s*\(/',
                $code,
                $file,
            );
        }
    }

    /** A folder may use another one, or the other way round, never both, by whatever detour. */
    #[TestWith(['core'])]
    #[TestWith(['field'])]
    #[TestWith(['core/Reach'])]
    #[TestWith(['src'])]
    public function testFoldersDoNotUseEachOtherInACircle(string $place): void
    {
        $base = self::namespaceOf($place).'\\';
        $uses = [];
        foreach (self::files($place) as $file) {
            $own = self::folder(self::classOf($file), $base);
            foreach (self::namespacesUsed($file) as $name) {
                $other = self::folder($name, $base);
                if ('' !== $own && '' !== $other && $own !== $other) {
                    $uses[$own][$other] = true;
                }
            }
        }
        self::assertNotSame([], $uses);
        // What uses nothing that is left is taken away, until nothing is left or only circles are.
        do {
            $before = \count($uses);
            $uses = array_filter($uses, static fn (array $others): bool => [] !== array_intersect_key($others, $uses));
        } while (\count($uses) < $before);
        self::assertSame([], array_map(array_keys(...), $uses), 'these use each other in a circle');
    }

    /** @param list<string> $below the folders of src that it may use beside itself */
    #[TestWith(['Entity', []])]
    #[TestWith(['Web', []])]
    #[TestWith(['Plan', ['Entity', 'Web']])]
    #[TestWith(['Timers', ['Entity', 'Web', 'Plan']])]
    #[TestWith(['Tour', ['Entity', 'Web', 'Plan']])]
    #[TestWith(['Frame', ['Entity', 'Web', 'Plan', 'Timers', 'Tour']])]
    public function testWhatAllPagesStandOnKnowsNoneOfThem(string $folder, array $below): void
    {
        $used = [];
        foreach (self::files('src/'.$folder) as $file) {
            foreach (self::namespacesUsed($file) as $name) {
                $used[] = self::folder($name, 'Vorhut\App\\');
            }
        }
        self::assertSame([], array_values(array_diff(array_unique($used), ['', $folder, ...$below])));
    }

    /** What two pages share is a panel or a service of its own. */
    public function testNoPageAsksAnotherPage(): void
    {
        $pages = [];
        foreach (self::files('src') as $file) {
            $class = self::classOf($file);
            if (!str_ends_with($class, 'Page')) {
                continue;
            }
            $pages[] = $class;
            foreach (self::namespacesUsed($file) as $name) {
                self::assertFalse(str_ends_with($name, 'Page'), $class.' uses '.$name);
            }
            foreach (\PhpToken::tokenize((string) file_get_contents($file)) as $token) {
                $isOther = $token->is(\T_STRING) && str_ends_with($token->text, 'Page') && !str_ends_with($class, '\\'.$token->text);
                self::assertFalse($isOther && ctype_upper($token->text[0]), $class.' uses '.$token->text);
            }
        }
        self::assertGreaterThan(20, \count($pages));
    }

    public function testNothingBelowImportsTheApplication(): void
    {
        foreach ([...self::files('core'), ...self::files('field')] as $file) {
            self::assertStringNotContainsString('Vorhut\App', (string) file_get_contents($file), $file);
        }
    }

    private static function namespaceOf(string $folder): string
    {
        return 'Vorhut\\'.strtr('src' === $folder ? 'app' : $folder, ['core' => 'Core', 'field' => 'Field', 'app' => 'App', '/' => '\\']);
    }

    private static function classOf(string $file): string
    {
        [$folder, $inside] = explode('/', substr($file, \strlen(\dirname(__DIR__, 2)) + 1, -4), 2);

        return self::namespaceOf($folder).'\\'.str_replace('/', '\\', $inside);
    }

    /** The folder below a namespace that a class lies in, at whatever depth; empty for one that lies in none of them. */
    private static function folder(string $class, string $base): string
    {
        $inside = str_starts_with($class, $base) ? substr($class, \strlen($base)) : '';

        return str_contains($inside, '\\') ? explode('\\', $inside)[0] : '';
    }

    /** @return list<string> */
    private static function files(string $folder): array
    {
        $files = [];
        $path = \dirname(__DIR__, 2).'/'.$folder;
        if (is_dir($path)) {
            /** @var \SplFileInfo $file */
            foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($path, \FilesystemIterator::SKIP_DOTS)) as $file) {
                if ('php' === $file->getExtension()) {
                    $files[] = $file->getPathname();
                }
            }
        }

        return $files;
    }

    /** @return list<string> with their namespace, also where the code names them from its own */
    private static function namespacesUsed(string $file): array
    {
        $names = [];
        $namespace = '';
        $before = null;
        foreach (\PhpToken::tokenize((string) file_get_contents($file)) as $token) {
            if ($token->isIgnorable()) {
                continue;
            }
            if ($token->is(\T_NAME_QUALIFIED) && true === $before?->is(\T_NAMESPACE)) {
                $namespace = $token->text.'\\';
                $names[] = $token->text;
            } elseif ($token->is(\T_NAME_QUALIFIED)) {
                $names[] = true === $before?->is(\T_USE) ? $token->text : $namespace.$token->text;
            } elseif ($token->is(\T_NAME_FULLY_QUALIFIED)) {
                $names[] = ltrim($token->text, '\\');
            }
            $before = $token;
        }

        return $names;
    }
}
