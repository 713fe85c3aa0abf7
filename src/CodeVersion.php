<?php

declare(strict_types=1);

namespace Vorhut\App;

/** Tells one state of the code from another: what was kept by other code is not read again. */
final class CodeVersion
{
    /**
     * @param non-empty-list<string> $folders with PHP files
     *
     * @return string 32 hexadecimal digits, another for any other file name or content
     */
    public static function hash(array $folders): string
    {
        $hash = hash_init('xxh128');
        foreach ($folders as $folder) {
            $files = new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($folder, \FilesystemIterator::SKIP_DOTS));
            $paths = array_filter(array_keys(iterator_to_array($files)), static fn (string $path): bool => str_ends_with($path, '.php'));
            sort($paths);
            foreach ($paths as $path) {
                hash_update($hash, substr($path, \strlen($folder))."\0".hash_file('xxh128', $path)."\0");
            }
        }

        return hash_final($hash);
    }
}
