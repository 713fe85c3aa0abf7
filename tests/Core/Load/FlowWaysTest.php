<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Load;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Load\FlowPaths;
use Vorhut\Core\Reach\Walk\Topology;
use Vorhut\Tests\Support\Jobs;

/** Units in one place share a walk; each still leaves by its own socket and arrives at its own. */
final class FlowWaysTest extends TestCase
{
    public function testASharedWalkIsThatOfEach(): void
    {
        $job = Jobs::demo();
        $network = Topology::network($job);
        $shared = new FlowPaths($job, $network);
        $ids = array_map(strval(...), array_keys($job->devices));
        $walks = 0;
        foreach ($ids as $n => $from) {
            foreach ($ids as $m => $to) {
                // Of 6,400 pairs a third, so that most ways are asked for more than once.
                if ($from === $to || 0 !== ($n + $m) % 3) {
                    continue;
                }
                $legs = $shared->legs($from, $to);
                self::assertEquals((new FlowPaths($job, $network))->legs($from, $to), $legs, $from.' to '.$to);
                $walks += [] === $legs ? 0 : 1;
            }
        }
        self::assertGreaterThan(1000, $walks);
    }
}
