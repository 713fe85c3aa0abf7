<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Sound;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Job\Chain;
use Vorhut\Core\Setting\Settings;
use Vorhut\Core\Sound\ChainSum;
use Vorhut\Core\Sound\StageSum;
use Vorhut\Tests\Support\Units;

final class ChainSumTest extends TestCase
{
    /** 96 samples take 1 ms at 96 kHz and 2 ms at 48 kHz. */
    public function testAStageWithoutARateRunsAtThatOfTheStageBefore(): void
    {
        $stages = [
            ['name' => 'First', 'samples' => 96],
            ['name' => 'Console', 'rateHz' => 96000, 'samples' => 96],
            ['name' => 'Wire', 'samples' => 96],
            ['name' => 'Amplifier', 'ms' => 0.5],
        ];
        $job = Units::job(['k' => []], [], ['chains' => [['id' => 'c', 'name' => 'Chain', 'stages' => $stages]]]);
        $sum = ChainSum::fromChain($job->all(Chain::class)['c'], new Settings($job));
        self::assertSame([2.0, 1.0, 1.0, 0.5], array_map(static fn (StageSum $s): float => $s->ms, $sum->stages));
        self::assertSame(4.5, $sum->totalMs());
    }
}
