<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Reach;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Reach\Node\Network;
use Vorhut\Tests\Support\Jobs;

/** What a server hands out is nobody's yet. */
final class LeasesTest extends TestCase
{
    public function testTakenAddressesAreNotLeased(): void
    {
        $leased = ['interfaces' => [['segment' => 'a', 'mode' => 'dhcp']]];
        $job = self::job('10.47.1.1-10.47.1.8', [
            'planned' => ['at' => ['a', '10.47.1.3/24']],
            'further' => ['at' => ['a', '10.47.1.50/24'], 'if' => ['extraAddresses' => ['10.47.1.4/24']]],
            'one' => $leased,
            'two' => $leased,
            'three' => $leased,
            'four' => $leased,
        ]);
        $network = new Network($job);
        $given = [];
        foreach (['one', 'two', 'three', 'four'] as $id) {
            $given[] = $network->nodes[$id]->firstAddress();
        }
        $wanted = array_map(
            static fn (int $last): int => Ipv4Address::fromString('10.47.1.'.$last)->value,
            [5, 6, 7, 8],
        );
        self::assertSame($wanted, $given, '.1 is the gateway, .2 the router\'s, .3 and .4 are planned');
        self::assertSame('10.47.1.1', (string) $network->nodes['one']->ports[0]->gateway);
    }

    public function testWhereTheRangeIsUsedUpNobodyGetsOne(): void
    {
        $leased = ['interfaces' => [['segment' => 'a', 'mode' => 'dhcp']]];
        $network = new Network(self::job('10.47.1.9-10.47.1.9', ['one' => $leased, 'two' => $leased]));
        self::assertNotNull($network->nodes['one']->firstAddress());
        self::assertNull($network->nodes['two']->firstAddress());
    }

    /** A unit whose field insists on a value carries its own address there: the engine sees what the bench types. */
    public function testAnOwnAddressInTheGatewayFieldIsPredictedAsTyped(): void
    {
        $job = Jobs::make(['a' => '10.47.1.0/24'], ['x' => ['profile' => 'lighting-node', 'at' => ['a', '10.47.1.9/24']]]);
        self::assertSame('10.47.1.9', (string) (new Network($job))->nodes['x']->ports[0]->gateway);
    }

    /** @param array<string, array<string, mixed>> $hosts */
    private static function job(string $range, array $hosts): Job
    {
        $routers = ['r' => ['in' => ['a' => '10.47.1.2/24']]];
        $job = Jobs::make(['a' => '10.47.1.0/24'], $hosts, $routers);
        $subnets = [['prefix' => '10.47.1.0/24', 'gateway' => '10.47.1.1', 'dhcp' => [$range]]];

        return $job->with(new ChangeSet('', [$job->edit(Segment::class, 'a', ['subnets' => $subnets])]));
    }
}
