<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Vorhut\App\Web\Words;
use Vorhut\Core\Record\FileError;

/** A job file that was not taken, and why. */
final readonly class RefusedView
{
    public string $summary;

    /** @param list<FileError> $errors */
    public function __construct(public string $name, public array $errors)
    {
        $this->summary = \sprintf('Nothing was changed. %s to fix in the file:', Words::count(\count($errors), 'error'));
    }
}
