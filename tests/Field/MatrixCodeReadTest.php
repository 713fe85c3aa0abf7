<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Vorhut\Core\Label\MatrixCode;

/** A reader that is not ours reads what is on the labels, in every size, and with a spot on it. */
#[CoversNothing]
final class MatrixCodeReadTest extends TestCase
{
    private const SCALE = 4;
    private const QUIET = 4;

    public function testEverySizeIsRead(): void
    {
        foreach ([14, 26, 42, 62, 84, 106, 122, 152, 180, 213] as $octets) {
            $text = str_pad('https://vorhut.example/job/quay/devices?sel=', $octets, 'berth-4-');
            $text = substr($text, 0, $octets);
            self::assertSame($text, $this->read(MatrixCode::encode($text)));
        }
    }

    public function testASpotIsMended(): void
    {
        $text = 'https://vorhut.example/job/quay/devices?sel=berth-4';
        $rows = MatrixCode::encode($text);
        foreach (range(14, 18) as $row) {
            array_splice($rows[$row], 14, 5, array_fill(0, 5, true));
        }
        self::assertSame($text, $this->read($rows));
    }

    /** @param list<list<bool>> $rows */
    private function read(array $rows): string
    {
        $size = \count($rows);
        $edge = ($size + 2 * self::QUIET) * self::SCALE;
        $margin = self::QUIET * self::SCALE;
        $pixel = static fn (bool $isDark): string => str_repeat($isDark ? "\0" : "\xFF", self::SCALE);
        $pixels = str_repeat("\xFF", $edge * $edge);
        for ($y = 0; $y < $size * self::SCALE; ++$y) {
            $line = implode('', array_map($pixel, $rows[intdiv($y, self::SCALE)]));
            $pixels = substr_replace($pixels, $line, ($y + $margin) * $edge + $margin, \strlen($line));
        }
        $file = \sprintf('%s/vorhut-code-%d.pgm', sys_get_temp_dir(), getmypid());
        file_put_contents($file, "P5\n{$edge} {$edge}\n255\n".$pixels);
        $reader = new Process(['zbarimg', '--quiet', '--raw', $file]);
        $reader->setTimeout(20);
        $reader->run();
        unlink($file);

        return rtrim($reader->getOutput(), "\n");
    }
}
