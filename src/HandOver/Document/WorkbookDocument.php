<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver\Document;

use Vorhut\App\Papers\Sheet;
use Vorhut\App\Papers\XlsxWriter;
use Vorhut\App\Plan\JobContext;
use Vorhut\Core\Paper\PrintableLists;

final readonly class WorkbookDocument implements Document
{
    public function name(): string
    {
        return 'workbook';
    }

    public function title(): string
    {
        return 'All lists in one workbook (XLSX)';
    }

    public function files(JobContext $context): iterable
    {
        $sheets = [];
        foreach (PrintableLists::all() as $paper) {
            $sheets[] = Sheet::fromList($paper, $context->job);
        }

        yield 'lists.xlsx' => XlsxWriter::write(...$sheets);
    }
}
