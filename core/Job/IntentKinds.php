<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Options;

/** What one party can want of another: a kind is a class of Intent/Kind, called by its name in small letters. */
final class IntentKinds implements Options
{
    public const FOLDER = __DIR__.'/../Intent/Kind';

    /** @var list<string>|null */
    private static ?array $values = null;

    public static function values(): array
    {
        if (null === self::$values) {
            self::$values = [];
            foreach (new \FilesystemIterator(self::FOLDER) as $file) {
                \assert($file instanceof \SplFileInfo);
                self::$values[] = strtolower($file->getBasename('.php'));
            }
            sort(self::$values);
        }

        return self::$values;
    }
}
