<?php

declare(strict_types=1);

namespace Vorhut\Field\Fax;

/** An empty page of 1728 dots a line, coded in one dimension (ITU-T T.4, section 4.1). */
final class BlankPage
{
    private const END_OF_LINE = '000000000001';
    /** 1728 white dots (table 3a), then none (table 2). */
    private const WHITE = '01001101100110101';
    private const LINES = 400;
    /** Six ends of a line return to control. */
    private const ENDS = 6;

    public static function bytes(): string
    {
        $bits = str_repeat(self::END_OF_LINE.self::WHITE, self::LINES).str_repeat(self::END_OF_LINE, self::ENDS);
        $bytes = '';
        foreach (str_split($bits, 8) as $octet) {
            // The first bit goes out first: the highest of its octet.
            $bytes .= \chr((int) bindec(str_pad($octet, 8, '0')));
        }

        return $bytes;
    }
}
