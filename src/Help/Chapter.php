<?php

declare(strict_types=1);

namespace Vorhut\App\Help;

/** A chapter of the manual: one task. */
final readonly class Chapter
{
    /** @param list<Section> $sections the first one without a title where the chapter begins with text */
    public function __construct(public string $slug, public string $title, public array $sections) {}

    /** @param string $text Markdown with one heading of the first level, and headings of the second */
    public static function fromText(string $slug, string $text): self
    {
        $parts = preg_split('/^##? +/m', $text);
        \assert(false !== $parts);
        $title = '';
        $sections = [];
        foreach (\array_slice($parts, 1) as $n => $part) {
            [$heading, $body] = explode("\n", $part, 2) + [1 => ''];
            if (0 === $n) {
                $title = trim($heading);
            }
            $section = 0 === $n ? new Section('begin', '', trim($body)) : new Section(self::id($heading), trim($heading), trim($body));
            if ('' !== $section->text) {
                $sections[] = $section;
            }
        }

        return new self($slug, $title, $sections);
    }

    private static function id(string $title): string
    {
        return trim((string) preg_replace('/[^a-z0-9]+/', '-', strtolower($title)), '-');
    }
}
