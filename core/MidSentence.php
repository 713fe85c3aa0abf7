<?php

declare(strict_types=1);

namespace Vorhut\Core;

/** A label inside a sentence: "Screen servers" becomes "screen servers", "PTZ cameras" and "Wi-Fi phones" stay as they are. */
final readonly class MidSentence
{
    /** Small at its beginning where its first word has no other capital or digit, and more than one letter. */
    public static function label(string $label): string
    {
        return 1 === preg_match('/^\p{Lu}\p{Ll}+(?=[\s,]|$)/u', $label) ? mb_lcfirst($label) : $label;
    }
}
