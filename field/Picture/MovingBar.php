<?php

declare(strict_types=1);

namespace Vorhut\Field\Picture;

/**
 * A bar that moves over grey, coded so that any decoder of H.264 shows it: each picture by itself, of samples as they are (ITU-T H.264,
 * clause 7.3.5, mb_type I_PCM), with filler between (clause 7.3.2.7) until the rate is met.
 */
final class MovingBar
{
    private const ACROSS = 4;
    private const DOWN = 3;
    private const SIDE = 16;
    /** Of NAL units (table 7-1), with how much they are needed. */
    private const SEQUENCE = "\x67";
    private const PICTURE = "\x68";
    private const SLICE = "\x65";
    private const FILLER = "\x0C";
    /** mb_type of samples as they are, in a slice of nothing but intra. */
    private const PCM = 25;
    private const GREY = 96;
    private const WHITE = 220;
    private const NO_COLOUR = 128;
    /** Octets of one picture with its parameters, about. */
    public const OCTETS = 4660;

    private int $number = 0;

    /** @param int $octets of each picture at least; filler makes up for what is missing */
    public function __construct(private readonly int $octets = 0) {}

    /** @return list<string> NAL units of the next picture */
    public function next(): array
    {
        $units = [self::sequence(), self::picture(), $this->slice()];
        for ($left = $this->octets - \strlen(implode('', $units)); $left > 2; $left -= self::unitSize($left)) {
            $units[] = self::FILLER.str_repeat("\xFF", self::unitSize($left) - 2)."\x80";
        }

        return $units;
    }

    /** Baseline at level 3. */
    public static function sequence(): string
    {
        $bits = (new Bits())
            ->plain(66, 8)
            ->plain(0xC0, 8)
            ->plain(30, 8)
            // Its id, frame numbers of four bits, pictures in the order in which they are sent, one to refer to.
            ->counted(0, 0, 2, 1)
            ->plain(0, 1)
            ->counted(self::ACROSS - 1, self::DOWN - 1)
            // Whole frames; the rest of the flags are off but one that frames need.
            ->plain(0b11, 2)
            ->plain(0b00, 2)
            ->ended();

        return self::SEQUENCE.self::guarded($bits->octets());
    }

    public static function picture(): string
    {
        $bits = (new Bits())
            ->counted(0, 0)
            ->plain(0, 2)
            ->counted(0, 0, 0)
            ->plain(0, 3)
            ->counted(0, 0, 0)
            ->plain(0, 3)
            ->ended();

        return self::PICTURE.self::guarded($bits->octets());
    }

    private function slice(): string
    {
        $number = $this->number++;
        $head = (new Bits())
            // From the first macroblock, all of them intra, by the parameters above.
            ->counted(0, 7, 0)
            ->plain(0, 4)
            ->counted($number % 2)
            ->plain(0, 2)
            ->counted(0)
            ->counted(self::PCM)
            ->aligned()
            ->octets();
        $blocks = [];
        $bar = $number % (self::ACROSS * self::SIDE);
        $row = str_repeat(\chr(self::GREY), self::ACROSS * self::SIDE);
        $row[$bar] = \chr(self::WHITE);
        $colour = str_repeat(\chr(self::NO_COLOUR), 2 * 64);
        for ($block = 0; $block < self::ACROSS * self::DOWN; ++$block) {
            $blocks[] = str_repeat(substr($row, self::SIDE * ($block % self::ACROSS), self::SIDE), self::SIDE).$colour;
        }
        $between = (new Bits())->counted(self::PCM)->aligned()->octets();

        return self::SLICE.self::guarded($head.implode($between, $blocks)."\x80");
    }

    /** No three octets may look like the beginning of a unit (clause 7.4.1). */
    private static function guarded(string $octets): string
    {
        return (string) preg_replace('/\x00\x00(?=[\x00-\x03])/', "\x00\x00\x03", $octets);
    }

    private static function unitSize(int $left): int
    {
        return min($left, RtpPictures::MAX);
    }
}
