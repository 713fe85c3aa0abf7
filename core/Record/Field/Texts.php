<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

use Vorhut\Core\Record\InvalidFile;

/** A list of texts. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
class Texts extends Listed
{
    protected function item(mixed $value): string
    {
        if (!\is_string($value)) {
            throw InvalidFile::at('', $value, 'a list of texts');
        }

        return PlainText::isLine(strtr($value, ["\t" => ' '])) ? $value : throw InvalidFile::at('', $value, 'texts '.PlainText::SAYS);
    }

    /** The list is short enough to be read as a whole. */
    protected function at(int $index): string
    {
        return '';
    }

    /** @return list<string> what stands on lines of their own: a sentence has commas */
    public function typed(string $text): array
    {
        $lines = array_map(trim(...), explode("\n", str_replace("\r", '', $text)));

        return array_values(array_filter($lines, static fn (string $line): bool => '' !== $line));
    }

    public function shown(mixed $value): string
    {
        return implode("\n", array_filter(\is_array($value) ? $value : [], \is_scalar(...)));
    }

    protected function itemSchema(): array
    {
        return ['type' => 'string'];
    }
}
