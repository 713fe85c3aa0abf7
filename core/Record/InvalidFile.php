<?php

declare(strict_types=1);

namespace Vorhut\Core\Record;

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

    /** The same errors, seen from what lies around: its path in front of theirs. */
    public function under(string $path): self
    {
        return new self(array_map(static fn (FileError $e): FileError => $e->under($path), $this->errors));
    }
}
