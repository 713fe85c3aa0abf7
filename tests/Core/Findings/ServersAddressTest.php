<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Findings;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Findings\Finding;
use Vorhut\Tests\Support\Jobs;

final class ServersAddressTest extends TestCase
{
    public function testAUnitWithTheAddressOfAServerIsFoundUnlessItIsTheServer(): void
    {
        $lan = ['prefix' => '10.0.0.0/24', 'dns' => ['10.0.0.53'], 'ntp' => ['10.0.0.123']];
        $job = Jobs::make(['lan' => $lan], [
            'projector' => ['at' => ['lan', '10.0.0.123/24']],
            'names' => ['at' => ['lan', '10.0.0.53/24'], 'if' => ['listens' => ['udp/53']]],
            'other' => ['at' => ['lan', '10.0.0.7/24']],
        ]);
        $found = array_values(array_filter(Check::run($job), static fn (Finding $f): bool => 'servers-address' === $f->rule));
        self::assertSame(['projector has 10.0.0.123, the time server of lan'], array_column($found, 'title'));
        self::assertSame(['projector'], $found[0]->devices);
    }
}
