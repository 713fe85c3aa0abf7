<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

use Vorhut\Core\Record\InvalidFile;

/** A list of texts. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class Texts extends Listed
{
    protected function item(mixed $value): string
    {
        return \is_string($value) ? $value : throw InvalidFile::at('', $value, 'a list of texts');
    }

    /** The list is short enough to be read as a whole. */
    protected function at(int $index): string
    {
        return '';
    }

    protected function itemSchema(): array
    {
        return ['type' => 'string'];
    }
}
