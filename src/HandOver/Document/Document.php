<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver\Document;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;
use Vorhut\App\Plan\JobContext;

/** Something that a client keeps, made of the plan as it stands: the same plan gives the same bytes. A new one is one class here. */
#[AutoconfigureTag]
interface Document
{
    /** How forms call it: small letters and hyphens. */
    public function name(): string;

    /** What stands beside its tick. */
    public function title(): string;

    /** @return iterable<string, string> bytes by file name, one after the other as they are made */
    public function files(JobContext $context): iterable;
}
