<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Options;

/** What one party can want of another: a class of Intent/Kind for each, CallIntent for what the file calls "call". */
final class IntentKinds implements Options
{
    public const FOLDER = __DIR__.'/../Intent/Kind';

    private const SUFFIX = 'Intent';

    /** @var list<string>|null */
    private static ?array $values = null;

    public static function values(): array
    {
        if (null === self::$values) {
            self::$values = [];
            foreach (new \FilesystemIterator(self::FOLDER) as $file) {
                \assert($file instanceof \SplFileInfo);
                self::$values[] = strtolower($file->getBasename(self::SUFFIX.'.php'));
            }
            sort(self::$values);
        }

        return self::$values;
    }

    /** @param class-string $class of a kind */
    public static function nameOf(string $class): string
    {
        return strtolower(substr($class, (int) strrpos($class, '\\') + 1, -\strlen(self::SUFFIX)));
    }
}
