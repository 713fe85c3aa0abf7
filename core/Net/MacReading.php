<?php

declare(strict_types=1);

namespace Vorhut\Core\Net;

/**
 * What somebody read off a sticker, and which known addresses it may have meant.
 *
 * Characters that look alike on small print are taken for each other: 0 O D Q, 8 B, 5 S, 1 I L, 2 Z, 6 G.
 */
final class MacReading
{
    private const ALIKE = ['O' => '0', 'Q' => '0', 'D' => '0', 'B' => '8', 'S' => '5', 'I' => '1', 'L' => '1', 'Z' => '2', 'G' => '6'];

    /**
     * @param list<MacAddress> $known
     *
     * @return list<MacAddress> the known addresses that look like the text, an exact one first and alone
     */
    public static function candidates(string $text, array $known): array
    {
        $letters = strtoupper((string) preg_replace('/[\s:.\-_]+/', '', $text));
        $folded = self::fold($letters);
        $alike = [];
        foreach ($known as $mac) {
            if ($mac->digits === $letters) {
                return [$mac];
            }
            if (self::fold($mac->digits) === $folded) {
                $alike[] = $mac;
            }
        }

        return $alike;
    }

    private static function fold(string $letters): string
    {
        return strtr($letters, self::ALIKE);
    }
}
