<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver\Document;

use Vorhut\App\Plan\JobContext;
use Vorhut\Core\Exchange\JobFile;

final readonly class PlanDocument implements Document
{
    public function name(): string
    {
        return 'plan';
    }

    public function title(): string
    {
        return 'Job file (JSON), with every address and relation';
    }

    public function files(JobContext $context): iterable
    {
        yield 'plan.json' => JobFile::write($context->job);
    }
}
