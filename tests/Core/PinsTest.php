<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Record\Json;

/** What is installed is what composer.json asks for. */
final class PinsTest extends TestCase
{
    public function testThePinnedVersionsAreOfThisProject(): void
    {
        $root = \dirname(__DIR__, 2).'/';
        $project = Json::object((string) file_get_contents($root.'composer.json'));
        $pinned = Json::object((string) file_get_contents($root.'composer.pinned.json'));
        foreach (['require', 'require-dev'] as $key) {
            \assert(\is_array($project[$key]) && \is_array($pinned[$key]));
            self::assertSame([], array_diff_key($project[$key], $pinned[$key]), 'scripts/pin has to be run');
            foreach (array_filter($pinned[$key], self::isPackage(...), \ARRAY_FILTER_USE_KEY) as $name => $version) {
                self::assertIsString($version);
                self::assertMatchesRegularExpression('/^v?\d+(\.\d+)+$/', $version, (string) $name);
            }
            unset($project[$key], $pinned[$key]);
        }
        self::assertSame($project, $pinned);
        self::assertStringNotContainsString('://', (string) file_get_contents($root.'composer.pinned.json'), 'no registry is named');
    }

    private static function isPackage(string $name): bool
    {
        return str_contains($name, '/');
    }
}
