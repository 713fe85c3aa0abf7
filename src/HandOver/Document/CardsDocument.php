<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver\Document;

use Vorhut\App\Plan\JobContext;
use Vorhut\Core\Exchange\Directory;

final readonly class CardsDocument implements Document
{
    public function name(): string
    {
        return 'cards';
    }

    public function title(): string
    {
        return 'Directory (vCard, RFC 6350)';
    }

    public function files(JobContext $context): iterable
    {
        yield 'directory.vcf' => Directory::fromJob($context->job)->vcard();
    }
}
