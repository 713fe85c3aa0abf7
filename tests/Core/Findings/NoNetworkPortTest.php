<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Findings;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Exchange\DeviceImporter;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Planning\AddressPlanner;
use Vorhut\Tests\Support\Jobs;

/** A plain telephone on two wires has no network: it is given no address, and where one is planned this is found. */
final class NoNetworkPortTest extends TestCase
{
    public function testAnAddressPlannedForAPlainTelephoneIsFoundAndRemoved(): void
    {
        $job = Jobs::make(['lan' => '10.0.0.0/24'], [
            'old-fax' => ['profile' => 'analogue-phone', 'at' => ['lan', '10.0.0.9/24']],
            'kitchen' => ['profile' => 'analogue-phone', 'at' => ['lan', null]],
            'desk' => ['profile' => 'desk-phone-page', 'at' => ['lan', '10.0.0.10/24']],
            'switch' => ['profile' => 'unmanaged-switch', 'at' => ['lan', '10.0.0.11/24']],
        ]);
        $found = self::found($job);
        self::assertSame(
            ['old-fax has no network port, and 10.0.0.9 is planned', 'kitchen has no network port, and a network is planned'],
            array_column($found, 'title'),
        );
        self::assertNotNull($found[0]->change);
        $after = $job->with($found[0]->change);
        self::assertSame([], $after->devices['old-fax']->interfaces);
        self::assertSame(['kitchen'], array_merge(...array_column(self::found($after), 'devices')));
    }

    public function testNoneIsProposedAndTheReasonIsSaid(): void
    {
        $job = Jobs::make(['lan' => '10.0.0.0/24'], ['kitchen' => ['profile' => 'analogue-phone', 'at' => ['lan', null]]]);
        $proposal = AddressPlanner::propose($job);
        self::assertSame([], $proposal->addresses);
        self::assertSame('Its device type has no network port. Remove its interface from the plan.', $proposal->unplaced[0]->reason);
    }

    public function testAListMakesNoInterfaceForOne(): void
    {
        $job = Jobs::make(['lan' => '10.0.0.0/24'], ['known' => ['profile' => 'analogue-phone', 'at' => ['lan', '10.0.0.9/24']]]);
        $text = "Name,Kind,Network,Address\nOld fax,analogue-phone,lan,10.0.0.8\nBell,ring-detector,,\nDesk,desk-phone-page,lan,10.0.0.7\n"
            ."known,,lan,10.0.0.12\n";
        $import = (new DeviceImporter($job))->read($text);
        self::assertSame([], array_map(strval(...), $import->errors));
        self::assertSame([2 => 'Old fax'], $import->unwired);
        $after = $job->with($import->changeSet())->devices;
        self::assertSame([], $after['old-fax']->interfaces);
        self::assertSame([], $after['bell']->interfaces);
        self::assertSame('10.0.0.7/24', (string) $after['desk']->primaryAddress());
        self::assertSame('10.0.0.12/24', (string) $after['known']->primaryAddress(), 'what is planned is not removed in silence');
    }

    /** @return list<Finding> */
    private static function found(Job $job): array
    {
        return array_values(array_filter(Check::run($job), static fn (Finding $f): bool => 'no-network-port' === $f->rule));
    }
}
