<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Job\ChangeSet;

/** What a pasted list of records would do. */
final readonly class RecordListPreview
{
    /**
     * @param list<RecordRow> $rows
     * @param list<string> $ignored headings that no column has
     */
    public function __construct(public array $rows, public array $ignored, public ChangeSet $change) {}
}
