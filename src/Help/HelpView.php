<?php

declare(strict_types=1);

namespace Vorhut\App\Help;

/** A chapter of the manual, or what a search found in it. */
final readonly class HelpView
{
    /**
     * @param list<array{slug: string, title: string}> $chapters
     * @param list<array{id: string, title: string, html: string}> $sections of the chapter
     * @param list<array{chapter: string, slug: string, id: string, title: string}> $found
     */
    public function __construct(
        public array $chapters,
        public string $slug,
        public string $title,
        public array $sections,
        public string $query,
        public array $found,
    ) {}
}
