<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver\Document;

use Vorhut\App\Papers\Csv;
use Vorhut\App\Papers\Sheet;
use Vorhut\App\Plan\JobContext;
use Vorhut\Core\Paper\PrintableLists;

final readonly class ListsDocument implements Document
{
    public function name(): string
    {
        return 'lists';
    }

    public function title(): string
    {
        return 'Lists (CSV)';
    }

    public function files(JobContext $context): iterable
    {
        foreach (PrintableLists::all() as $name => $paper) {
            yield 'lists/'.$name.'.csv' => Csv::MARK.Csv::write(Sheet::fromList($paper, $context->job)->rows);
        }
    }
}
