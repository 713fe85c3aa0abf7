<?php

declare(strict_types=1);

namespace Vorhut\Field\Lab;

/** A lab that runs on this machine. */
final readonly class RunningLab
{
    public function __construct(public string $name, public int $pid, public LabBlocks $blocks) {}

    /** Null where the file's lab has ended: nobody holds its lock. */
    public static function read(string $path): ?self
    {
        $file = @fopen($path, 'r');
        if (false === $file) {
            // Its lab ended between listing and reading.
            return null;
        }
        $runs = !flock($file, \LOCK_SH | \LOCK_NB);
        $told = $runs ? json_decode((string) stream_get_contents($file), true) : null;
        fclose($file);
        if (!\is_array($told) || !\is_string($told['name'] ?? null) || !\is_int($told['pid'] ?? null)) {
            return null;
        }

        return new self($told['name'], $told['pid'], LabBlocks::kept((array) ($told['blocks'] ?? [])));
    }
}
