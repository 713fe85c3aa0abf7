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
        return 'The plan itself, as a job file';
    }

    public function files(JobContext $context): iterable
    {
        yield 'plan.json' => JobFile::write($context->job);
    }
}
