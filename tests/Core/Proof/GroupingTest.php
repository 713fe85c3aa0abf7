<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Proof;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Proof\Axis;
use Vorhut\Core\Proof\Grouping;
use Vorhut\Tests\Support\Jobs;

/** Lists that were gone through are known again, and not mistaken for others that begin alike. */
final class GroupingTest extends TestCase
{
    public function testListsThatBeginAlikeAreToldApart(): void
    {
        $grouping = new Grouping(Jobs::demo(), Axis::Kind);
        for ($times = 0; $times < 2; ++$times) {
            self::assertSame(
                ['Receivers' => ['receiver-1' => true, 'receiver-2' => true]],
                $grouping->apart(['receiver-1', 'receiver-2']),
            );
            self::assertSame(
                ['Receivers' => ['receiver-1' => true], 'Cameras' => ['berth-1' => true]],
                $grouping->apart(['receiver-1', 'berth-1']),
            );
        }
    }
}
