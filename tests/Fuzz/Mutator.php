<?php

declare(strict_types=1);

namespace Vorhut\Tests\Fuzz;

use Random\Engine\Mt19937;
use Random\Randomizer;

/** Spoils text a little, the same for the same seed: bytes, pieces, numbers, and words that are dangerous elsewhere. */
final readonly class Mutator
{
    private const HOSTILE = [
        '', "\0", "\xFF\xFE", '-1', '0', '1e999', '9223372036854775808', 'null', 'true', '[]', '{}', '"', "'", '\\', "\r\n\r\n",
        '10.47.10.300', '0.0.0.0/0', '255.255.255.255', '127.0.0.1/33', '<script>', '%s%n', '../../x', 'ÄÖ', "\u{202E}", '999999999999',
    ];

    private Randomizer $random;

    public function __construct(int $seed)
    {
        $this->random = new Randomizer(new Mt19937($seed));
    }

    public function spoil(string $text): string
    {
        for ($n = $this->random->getInt(1, 4); $n > 0; --$n) {
            $at = $this->random->getInt(0, \strlen($text));
            $length = $this->random->getInt(0, 12);
            $text = match ($this->random->getInt(0, 5)) {
                0 => substr_replace($text, $this->random->getBytes($this->random->getInt(1, 4)), $at, $length),
                1 => substr_replace($text, '', $at, $length * 20),
                2 => substr_replace($text, substr($text, $this->random->getInt(0, \strlen($text)), $length * 30), $at, 0),
                3 => (string) preg_replace('/\d+/', $this->hostile(), $text, 1),
                4 => substr($text, 0, $at),
                default => substr_replace($text, $this->hostile(), $at, $length),
            };
        }

        return $text;
    }

    private function hostile(): string
    {
        return self::HOSTILE[$this->random->getInt(0, \count(self::HOSTILE) - 1)];
    }
}
