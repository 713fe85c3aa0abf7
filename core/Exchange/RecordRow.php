<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Record\FileError;

/** One record of a pasted list, and what would become of it. */
final readonly class RecordRow
{
    public const ADDED = 'new';
    public const CHANGED = 'changed';
    public const SAME = 'as planned';
    public const REFUSED = 'refused';

    /**
     * @param int $line the first of its lines
     * @param self::ADDED|self::CHANGED|self::SAME|self::REFUSED $does
     * @param list<string> $changes "Amps: 10, now 16"
     * @param list<FileError> $errors with paths from the file on
     */
    public function __construct(
        public int $line,
        public string $name,
        public string $does,
        public array $changes = [],
        public array $errors = [],
    ) {}
}
