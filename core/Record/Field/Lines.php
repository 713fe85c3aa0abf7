<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

/** The lines of a text, with the blanks they begin and end with. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class Lines extends Texts
{
    /** @return list<string> */
    public function typed(string $text): array
    {
        $lines = explode("\n", str_replace("\r", '', $text));
        while ([] !== $lines && '' === $lines[\count($lines) - 1]) {
            array_pop($lines);
        }

        return $lines;
    }
}
