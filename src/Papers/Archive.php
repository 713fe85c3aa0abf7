<?php

declare(strict_types=1);

namespace Vorhut\App\Papers;

/** Files in one ZIP archive, the same bytes for the same files. */
final class Archive
{
    /**
     * @param array<array-key, string> $files bytes by path
     *
     * @throws \RuntimeException when there is no room for it
     */
    public static function zip(array $files): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'zip');
        $zip = new \ZipArchive();
        $zip->open($path, \ZipArchive::OVERWRITE);
        foreach ($files as $name => $bytes) {
            $zip->addFromString((string) $name, $bytes);
            $zip->setMtimeName((string) $name, 0);
        }
        $isWritten = $zip->close();
        $bytes = (string) file_get_contents($path);
        unlink($path);

        return $isWritten ? $bytes : throw new \RuntimeException('The archive could not be written: is the disk full?');
    }
}
