<?php

declare(strict_types=1);

namespace Vorhut\App\Papers;

use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Pages;

/** A list to look at and to print. */
final readonly class PaperView
{
    /**
     * @param list<string> $heads
     * @param list<list<string>> $rows
     * @param list<Link> $files the same as files
     * @param list<Link> $others
     */
    public function __construct(
        public string $title,
        public string $summary,
        public array $heads,
        public array $rows,
        public Pages $pages,
        public array $files,
        public array $others,
        public string $note,
    ) {}
}
