<?php

declare(strict_types=1);

namespace Vorhut\App\Help;

/** A chapter of the manual, or what a search found in it. */
final readonly class HelpView
{
    /**
     * @param array<string, Chapter> $chapters
     * @param list<array{id: string, title: string, html: string}> $sections of the chapter
     * @param list<array{Chapter, Section}> $found
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
