<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Bench;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Bench\FirstContactPlan;
use Vorhut\Core\Bench\FirstContactPlanner;
use Vorhut\Core\Bench\LaptopInterface;
use Vorhut\Core\Bench\Technique;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Job\Segment;
use Vorhut\Tests\Support\Jobs;

final class FirstContactTest extends TestCase
{
    public function testAFixedFactoryAddressIsMetFromBesideWithoutAGateway(): void
    {
        $plan = $this->plan('berth-5', ['eth0=']);
        self::assertSame(Technique::AddAddress, $plan->technique);
        self::assertSame('192.0.2.250', $plan->laptop['Address on the cable port']);
        self::assertSame('255.255.255.0 (/24)', $plan->laptop['Subnet mask']);
        self::assertSame('leave blank', $plan->laptop['Gateway']);
        self::assertSame('http://192.0.2.80/', $plan->unit['Open']);
        self::assertStringContainsString('Remove 192.0.2.250/24', implode(' ', $plan->wayBack));
    }

    public function testTheLaptopNeverTakesAnAddressSomebodyHas(): void
    {
        $plan = $this->plan('berth-5', ['eth0=192.0.2.250/24,192.0.2.249/24']);
        self::assertSame('192.0.2.248', $plan->laptop['Address on the cable port']);
    }

    public function testTwinsGoOneAtATimeAndTheNeighbourCacheIsNamed(): void
    {
        $plan = $this->plan('berth-4', []);
        self::assertStringContainsString('Keep Berth 5 camera switched off', $plan->order[0]);
        $risks = self::risks($plan);
        self::assertStringContainsString('One at a time', $risks);
        self::assertStringContainsString('Clear the ARP cache', $risks);
    }

    public function testWifiInTheFactoryRangeIsToBeSwitchedOff(): void
    {
        self::assertStringContainsString('Switch Wi-Fi off', self::risks($this->plan('berth-4', ['wlan0=192.0.2.17/25'])));
        self::assertStringNotContainsString('Wi-Fi', self::risks($this->plan('berth-4', ['wlan0=198.51.100.7/24'])));
        self::assertStringContainsString('itself has 192.0.2.80', self::risks($this->plan('berth-4', ['eth0=192.0.2.80/24'])));
    }

    public function testALiveFactoryAddressStaysOffTheClientsSwitch(): void
    {
        $job = Jobs::make(
            ['a' => '192.0.2.0/24'],
            [
                'printer' => ['at' => ['a', '192.0.2.80/24']],
                'camera' => ['profile' => 'ptz-camera-rotary', 'at' => ['a', '192.0.2.21/24']],
            ],
        );
        self::assertStringContainsString(
            'Use the bench switch only until the device has its planned address.',
            self::risks((new FirstContactPlanner($job))->plan($job->devices['camera'])),
        );
    }

    public function testTheUnitsStateDecidesTheTechnique(): void
    {
        self::assertSame(Technique::LinkLocal, $this->plan('receiver-3', [])->technique);
        self::assertSame(Technique::BenchLease, $this->plan('codec', [])->technique);
        self::assertSame(Technique::AtTheUnit, $this->plan('mic-station', [])->technique);
        self::assertSame(Technique::AddAddress, $this->plan('ramp-phone', [])->technique);
        self::assertContains(Technique::AtTheUnit, $this->plan('ramp-phone', [])->others);
    }

    public function testAfterwardsTheLaptopNeedsAnAddressInTheNewSubnetOrHasOne(): void
    {
        self::assertSame('10.47.20.250/24', $this->plan('berth-1', ['eth0='])->laptop['Second laptop address (planned subnet)']);
        self::assertArrayNotHasKey('Second laptop address (planned subnet)', $this->plan('berth-1', ['eth0=10.47.20.9/24'])->laptop);
    }

    public function testAUnitThatInsistsOnAGatewayGetsItsOwnAddressWhereThereIsNone(): void
    {
        $job = Jobs::make(['a' => '172.16.0.0/12'], ['node' => ['profile' => 'lighting-node', 'at' => ['a', '172.16.1.44/12']]]);
        self::assertSame('172.16.1.44', (new FirstContactPlanner($job))->plan($job->devices['node'])->unit['Gateway']);
    }

    public function testAUnitThatInsistsOnAGatewayIsNotLeftBlank(): void
    {
        $values = static function (string $profile): array {
            $job = Jobs::make(['a' => '10.47.1.0/24'], ['x' => ['profile' => $profile, 'at' => ['a', '10.47.1.9/24']]]);

            return (new FirstContactPlanner($job))->plan($job->devices['x'])->unit;
        };
        self::assertStringContainsString('plan it first', $values('desk-phone-page')['Gateway']);
        self::assertSame('leave blank', $values('paging-horn')['Gateway']);
    }

    /** What a server gives is not typed. */
    public function testAReservedAddressIsLeftToTheServer(): void
    {
        $job = Jobs::make(['a' => '10.47.1.0/24'], [
            'x' => ['profile' => 'paging-horn', 'at' => ['a', '10.47.1.9/24'], 'if' => ['mode' => 'reserved']],
        ]);
        $plan = (new FirstContactPlanner($job))->plan($job->devices['x']);
        self::assertSame(['Addressing' => 'automatic (DHCP)', 'Assigned address' => '10.47.1.9'], \array_slice($plan->unit, -2));
        self::assertStringNotContainsString('Type name, address', implode(' ', $plan->order));
    }

    /** The laptop's address is nobody's: no unit's, no router's, no gateway. */
    public function testTheLaptopKeepsOffRouters(): void
    {
        $routers = ['r' => ['in' => ['a' => ['address' => '192.0.2.250/24', 'extraAddresses' => ['192.0.2.249/24']]]]];
        $job = Jobs::make(
            ['a' => ['prefix' => '192.0.2.0/24']],
            ['x' => ['profile' => 'ptz-camera-rotary', 'at' => ['a', '192.0.2.9/24']]],
            $routers,
        );
        $plan = (new FirstContactPlanner($job))->plan($job->devices['x']);
        self::assertSame('192.0.2.248', $plan->laptop['Address on the cable port']);
        $subnets = [['prefix' => '192.0.2.0/24', 'gateway' => '192.0.2.250']];
        $edit = new Edit(Segment::class, 'a', $job->record(Segment::class, 'a'), ['id' => 'a', 'subnets' => $subnets]);
        $edit = new ChangeSet('', [$edit, new Edit(Router::class, 'r', $job->record(Router::class, 'r'), null)]);
        $plan = (new FirstContactPlanner($job->with($edit)))->plan($job->devices['x']);
        self::assertSame('192.0.2.249', $plan->laptop['Address on the cable port']);
    }

    public function testALaptopThatCannotBeReadIsRefusedWithAnExample(): void
    {
        $this->expectException(InvalidValue::class);
        $this->expectExceptionMessage('eth0=10.47.20.250/24');
        LaptopInterface::fromString('10.47.20.250');
    }

    /** @param list<string> $laptop */
    private function plan(string $device, array $laptop): FirstContactPlan
    {
        $job = Jobs::demo();

        return (new FirstContactPlanner($job, array_map(LaptopInterface::fromString(...), $laptop)))->plan($job->devices[$device]);
    }

    private static function risks(FirstContactPlan $plan): string
    {
        return implode(' ', array_map(static fn (array $r): string => $r['risk'].' '.$r['do'], $plan->risks));
    }
}
