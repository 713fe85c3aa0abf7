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
        self::assertStringContainsString('next after those of its kind', $proposal->addresses[0]->reason);
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
