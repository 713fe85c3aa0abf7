<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

use Twig\Attribute\AsTwigFilter;

/** Names in drawings: as much of one as there is room for. Drawings do not wrap; who draws says the whole name in a title. */
final class Fitted
{
    /** Of the height of a letter, in the usual and in the bold face: letters are as wide on the average, long names among them. */
    private const USUAL = 0.53;
    private const BOLD = 0.54;

    /**
     * @param float $pixels that there are
     * @param float $size of the letters, pixels
     */
    #[AsTwigFilter('fitted')]
    public function fitted(string $text, float $pixels, float $size, bool $isBold = false): string
    {
        $letters = max(1, (int) floor($pixels / ($size * ($isBold ? self::BOLD : self::USUAL))));

        return mb_strimwidth($text, 0, $letters, '…');
    }
}
