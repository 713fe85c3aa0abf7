<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Media;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Media\FrameRate;
use Vorhut\Core\Setting\Settings;
use Vorhut\Tests\Support\Units;

final class FrameRateTest extends TestCase
{
    /**
     * @return iterable<string, array{
     *     0: string,
     *     1: array<string, mixed>,
     *     2: float|null,
     *     3?: string,
     * }> kind, settings, frames per second, by what formats are set
     */
    public static function rates(): iterable
    {
        yield 'an encoder\'s own' => ['stream-encoder', ['frame-rate' => 30], 30.0];
        yield 'a broken one' => ['stream-encoder', ['frame-rate' => 29.97], 29.97];
        yield 'by the dial' => ['ptz-camera-rotary', ['format' => '1'], 29.97];
        yield 'the page decides, and says nothing' => ['ptz-camera-rotary', ['format' => 'F'], null];
        yield 'by the page' => ['ptz-camera-rotary', ['page-format' => '1080p25'], 25.0, 'page'];
        yield 'by the dial, whatever the page says' => ['ptz-camera-rotary', ['format' => '8', 'page-format' => '1080p25'], 50.0];
        yield 'no picture' => ['generic-host', [], null];
    }

    /** @param array<string, mixed> $settings */
    #[DataProvider('rates')]
    public function testPicturesASecond(string $kind, array $settings, ?float $rate, string $by = 'dial'): void
    {
        $job = Units::job(['k' => []], ['unit' => ['profile' => $kind, 'settings' => (object) $settings]], [
            'job' => ['schools' => ['pictureFormat' => $by]],
        ]);
        self::assertSame($rate, FrameRate::planned(new Settings($job), $job->devices['unit']));
    }
}
