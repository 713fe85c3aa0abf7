<?php

declare(strict_types=1);

namespace Vorhut\Core\JobFile;

/** A file or record that was refused, with every error found. */
final class InvalidFile extends \InvalidArgumentException
{
    /** @param non-empty-list<FileError> $errors */
    public function __construct(public readonly array $errors)
    {
        parent::__construct(implode("\n", array_map(strval(...), $errors)));
    }

    public static function at(string $path, mixed $given, string $allowed, string $advice = ''): self
    {
        return new self([new FileError($path, FileError::show($given), $allowed, $advice)]);
    }
}
