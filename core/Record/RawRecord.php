<?php

declare(strict_types=1);

namespace Vorhut\Core\Record;

/** What a file says about one record, for checks that look at more than one of its keys. */
final readonly class RawRecord
{
    /** @param array<array-key, mixed> $record */
    public function __construct(private array $record) {}

    /** Whether the key stands there, if only with null. */
    public function has(string $key): bool
    {
        return \array_key_exists($key, $this->record);
    }

    public function refuse(string $key, string $allowed, string $advice = ''): InvalidFile
    {
        return InvalidFile::at('.'.$key, $this->record[$key] ?? null, $allowed, $advice);
    }
}
