<?php

declare(strict_types=1);

namespace Vorhut\App\Help;

/** What stands under one heading of the manual. */
final readonly class Section
{
    /**
     * @param string $id its anchor on the page of its chapter
     * @param string $text Markdown
     */
    public function __construct(public string $id, public string $title, public string $text) {}

    /** Whether all words of a search are in it, in whatever case. */
    public function holds(string ...$words): bool
    {
        $text = mb_strtolower($this->title.' '.$this->text);

        return array_all($words, static fn (string $word): bool => str_contains($text, $word));
    }
}
