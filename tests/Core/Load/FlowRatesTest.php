<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Load;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Flow;
use Vorhut\Core\Load\FlowRates;
use Vorhut\Tests\Support\Jobs;

final class FlowRatesTest extends TestCase
{
    /** A stream is counted once, whether it is said, or follows from a unit that is told whom to send to. */
    public function testStreamsAreCountedOnce(): void
    {
        $encoder = ['profile' => 'stream-encoder'];
        $job = Jobs::make([], ['one' => $encoder, 'two' => $encoder, 'far' => ['profile' => 'stream-receiver'], 'pc' => []]);
        self::assertSame(2, FlowRates::streams($job));
        $flow = static fn (string $id, string $from): Edit => new Edit(Flow::class, $id, null, [
            'id' => $id, 'from' => 'device:'.$from, 'to' => ['device:far'], 'kbps' => 4000,
        ]);
        self::assertSame(2, FlowRates::streams($job->with(new ChangeSet('', [$flow('f', 'one')]))));
        self::assertSame(3, FlowRates::streams($job->with(new ChangeSet('', [$flow('f', 'one'), $flow('g', 'pc')]))));
        self::assertSame(0, FlowRates::streams(Jobs::make([], ['pc' => []])));
    }
}
