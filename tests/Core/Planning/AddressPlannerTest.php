<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Planning;

use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Planning\AddressPlanner;
use Vorhut\Core\Planning\BlockBy;
use Vorhut\Core\Planning\FreeAddresses;
use Vorhut\Core\Planning\PlanProposal;
use Vorhut\Core\Planning\PlanRequest;
use Vorhut\Core\Planning\ProposedAddress;
use Vorhut\Tests\Support\Jobs;

final class AddressPlannerTest extends TestCase
{
    use TestTrait;

    public function testRunsByKindBeginTidyAndKeepAGap(): void
    {
        $job = self::job('10.47.1.0/24', ['ptz-camera-rotary' => 3, 'desk-phone-page' => 12]);
        $addresses = self::byDevice($job);
        self::assertSame(
            ['10.47.1.10/24', '10.47.1.11/24', '10.47.1.12/24'],
            [$addresses['ptz-camera-rotary-0'], $addresses['ptz-camera-rotary-1'], $addresses['ptz-camera-rotary-2']],
        );
        self::assertSame('10.47.1.20/24', $addresses['desk-phone-page-0']);
        self::assertSame('10.47.1.31/24', $addresses['desk-phone-page-11']);
    }

    public function testARunThatWasBegunIsContinuedAndNothingMoves(): void
    {
        $job = Jobs::make(['a' => '10.47.1.0/24'], [
            'one' => ['profile' => 'ptz-camera-rotary', 'at' => ['a', '10.47.1.50/24', '10.47.1.1'], 'stage' => 'as-left'],
            'two' => ['profile' => 'ptz-camera-rotary', 'at' => ['a', null]],
        ]);
        $proposal = AddressPlanner::propose($job);
        self::assertSame(['two'], array_map(static fn (ProposedAddress $p): string => $p->device, $proposal->addresses));
        self::assertSame('10.47.1.51/24', (string) $proposal->addresses[0]->address);
        self::assertSame('10.47.1.1', (string) $proposal->addresses[0]->gateway);
        self::assertStringContainsString('next free after devices of its type', $proposal->addresses[0]->reason);
        $after = $job->with($proposal->changeSet($job));
        self::assertSame('10.47.1.50/24', (string) $after->devices['one']->primaryAddress());
        self::assertSame([], AddressPlanner::propose($after)->addresses);
    }

    public function testAFullSubnetSaysSoAndPlacesTheRest(): void
    {
        $proposal = AddressPlanner::propose(self::job('10.47.1.0/29', ['paging-horn' => 7]));
        self::assertCount(5, $proposal->addresses);
        self::assertCount(2, $proposal->unplaced);
        self::assertStringContainsString('10.47.1.0/29 is full', $proposal->unplaced[0]->reason);
    }

    public function testWithoutSegmentOrSubnetThereIsNoProposal(): void
    {
        $job = Jobs::make(['a' => '10.47.1.0/24'], ['x' => ['interfaces' => [['segment' => null, 'address' => null]]]]);
        self::assertStringContainsString('no segment', AddressPlanner::propose($job)->unplaced[0]->reason);
    }

    public function testSeenAddressesAreLeftAlone(): void
    {
        $job = self::job('10.47.1.0/24', ['paging-horn' => 1]);
        $proposal = AddressPlanner::propose($job, new PlanRequest(seen: [Ipv4Address::fromString('10.47.1.10')]));
        self::assertNotSame('10.47.1.10/24', (string) $proposal->addresses[0]->address);
    }

    /** Name and time servers and next hops that nobody of the plan is still have their addresses. */
    public function testAddressesOfServersAndNextHopsAreNotProposed(): void
    {
        $job = Jobs::make(['lan' => ['prefix' => '10.0.0.0/29', 'dns' => ['10.0.0.2'], 'ntp' => ['10.0.0.3']]], [
            'host' => ['at' => ['lan', '10.0.0.1/29'], 'routes' => [['to' => '10.9.0.0/16', 'via' => '10.0.0.4']]],
        ]);
        $free = FreeAddresses::inSubnet($job, $job->segments['lan']->subnets[0]);
        $open = array_filter(range(0x0A000001, 0x0A000006), $free->isFree(...));
        self::assertSame([0x0A000005, 0x0A000006], array_values($open));
    }

    public function testTidyNumbersAreThoseThatPeopleRead(): void
    {
        self::assertSame('10.47.1.130/25', self::byDevice(self::job('10.47.1.128/25', ['paging-horn' => 3]))['paging-horn-0']);
        $wide = self::byDevice(self::job('10.47.0.0/23', ['paging-horn' => 240, 'ptz-camera-rotary' => 30]));
        self::assertSame('10.47.0.10/23', $wide['paging-horn-0']);
        self::assertSame('10.47.1.60/23', $wide['ptz-camera-rotary-0'], 'behind 240 and a quarter of them');
    }

    public function testTheSecondSubnetIsUsedWhenTheFirstIsFull(): void
    {
        $job = self::twoSubnets(['paging-horn' => 6]);
        $addresses = self::byDevice($job);
        self::assertCount(6, $addresses);
        self::assertCount(5, array_filter($addresses, static fn (string $a): bool => str_starts_with($a, '10.47.1.')));
        self::assertSame('10.47.2.10/24', $addresses['paging-horn-5']);
    }

    public function testTwoPortsOfAUnitGetTwoSubnets(): void
    {
        $ports = [['name' => 'one', 'segment' => 'a', 'address' => null], ['name' => 'two', 'segment' => 'a', 'address' => null]];
        $proposal = AddressPlanner::propose(Jobs::make(['a' => '10.47.1.0/24'], ['x' => ['interfaces' => $ports]]));
        self::assertCount(1, $proposal->addresses);
        self::assertStringContainsString('two interfaces need two subnets', $proposal->unplaced[0]->reason);
        $given = [['address' => '10.47.1.9/24'] + $ports[0], $ports[1]];
        self::assertSame([], AddressPlanner::propose(Jobs::make(['a' => '10.47.1.0/24'], ['x' => ['interfaces' => $given]]))->addresses);
        $edit = self::twoSubnets([])->record(Segment::class, 'a');
        $job = Jobs::make(['a' => '10.47.1.0/29'], ['x' => ['interfaces' => $ports]]);
        $job = $job->with(new ChangeSet('', [new Edit(Segment::class, 'a', $job->record(Segment::class, 'a'), $edit)]));
        $given = array_map(static fn (ProposedAddress $p): string => (string) $p->address, AddressPlanner::propose($job)->addresses);
        self::assertSame(['10.47.1.5/29', '10.47.2.10/24'], $given);
    }

    /** A server can reserve an address of its range for one unit; nobody else is put there. */
    public function testReservationsMayLieInTheLeasedRange(): void
    {
        $segment = ['id' => 'a', 'subnets' => [['prefix' => '10.47.1.0/29', 'gateway' => '10.47.1.1', 'dhcp' => ['10.47.1.2-10.47.1.6']]]];
        $with = static function (string $mode) use ($segment): PlanProposal {
            $port = ['segment' => 'a', 'mode' => $mode, 'address' => null];
            $job = Jobs::make(['a' => '10.47.1.0/29'], ['x' => ['interfaces' => [$port]]]);

            return AddressPlanner::propose(
                $job->with(new ChangeSet('', [new Edit(Segment::class, 'a', $job->record(Segment::class, 'a'), $segment)])),
            );
        };
        self::assertCount(1, $with('reserved')->addresses);
        self::assertStringContainsString('is full', $with('static')->unplaced[0]->reason);
    }

    /** Whatever the job: every proposal is a free host address of its subnet, nobody gets one twice, and no rule objects. */
    public function testProposalsNeverConflict(): void
    {
        $this->limitTo(40)
            ->forAll(
                Generators::choose(24, 29),
                Generators::choose(0, 14),
                Generators::choose(0, 14),
                Generators::choose(2, 6),
                Generators::elements(BlockBy::Kind, BlockBy::Location),
            )
            ->then(static function (int $length, int $phones, int $cameras, int $leased, BlockBy $by): void {
                $job = self::job(
                    '10.47.1.0/'.$length,
                    ['desk-phone-page' => $phones, 'ptz-camera-rotary' => $cameras],
                    '10.47.1.3-10.47.1.'.$leased,
                );
                $proposal = AddressPlanner::propose($job, new PlanRequest($by));
                $subnet = $job->segments['a']->subnets[0];
                $seen = [];
                foreach ($proposal->addresses as $p) {
                    self::assertTrue($subnet->prefix->isHostAddress($p->address->address));
                    self::assertFalse($subnet->leases($p->address->address));
                    self::assertNotSame('10.47.1.1', (string) $p->address->address);
                    self::assertArrayNotHasKey((string) $p->address, $seen);
                    $seen[(string) $p->address] = true;
                }
                self::assertSame($phones + $cameras, \count($proposal->addresses) + \count($proposal->unplaced));
                $rules = array_map(
                    static fn (Finding $f): string => $f->rule,
                    Check::run($job->with($proposal->changeSet($job))),
                );
                self::assertSame(
                    [],
                    array_intersect($rules, [
                        'duplicate-address',
                        'address-outside-subnet',
                        'address-in-dhcp-range',
                        'network-or-broadcast-address',
                        'mask-differs',
                    ]),
                );
            });
    }

    /** @param array<string, int> $kinds */
    private static function twoSubnets(array $kinds): Job
    {
        $job = self::job('10.47.1.0/29', $kinds);

        return $job->with(
            new ChangeSet('', [
                new Edit(Segment::class, 'a', $job->record(Segment::class, 'a'), [
                    'id' => 'a',
                    'subnets' => [
                        ['prefix' => '10.47.1.0/29', 'gateway' => '10.47.1.1'],
                        ['prefix' => '10.47.2.0/24', 'gateway' => '10.47.2.1'],
                    ],
                ]),
            ]),
        );
    }

    /** @param array<string, int> $kinds */
    private static function job(string $prefix, array $kinds, ?string $leased = null): Job
    {
        $hosts = [];
        foreach ($kinds as $kind => $count) {
            for ($n = 0; $n < $count; ++$n) {
                $hosts[$kind.'-'.$n] = ['profile' => $kind, 'at' => ['a', null]];
            }
        }
        $job = Jobs::make(['a' => $prefix], $hosts);
        if (null === $leased || 1 === preg_match('/-10\.47\.1\.2$/D', $leased)) {
            return $job;
        }
        $before = $job->record(Segment::class, 'a');

        return $job->with(
            new ChangeSet('', [
                new Edit(Segment::class, 'a', $before, [
                    'id' => 'a',
                    'subnets' => [['prefix' => $prefix, 'gateway' => '10.47.1.1', 'dhcp' => [$leased]]],
                ]),
            ]),
        );
    }

    /** @return array<string, string> */
    private static function byDevice(Job $job): array
    {
        $addresses = [];
        foreach (AddressPlanner::propose($job)->addresses as $p) {
            $addresses[$p->device] = (string) $p->address;
        }

        return $addresses;
    }
}
