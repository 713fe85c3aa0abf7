<?php

declare(strict_types=1);

namespace Vorhut\App\Help;

/** The whole manual, to print. */
final readonly class ManualView
{
    /** @param list<array{title: string, sections: list<array{id: string, title: string, html: string}>}> $chapters */
    public function __construct(public array $chapters) {}
}
