<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\HandOver;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\HandOver\Cautions;
use Vorhut\Core\HandOver\UnitSheet;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\Flow;
use Vorhut\Core\Job\VoiceRoute;
use Vorhut\Core\Paper\PrintableLists;
use Vorhut\Core\Setting\Settings;
use Vorhut\Tests\Support\Jobs;

/** What is printed of a job. */
final class PaperTest extends TestCase
{
    public function testAUnitAsItIsLeft(): void
    {
        $job = Jobs::demo();
        $sheet = UnitSheet::fromDevice(new Settings($job), $job->devices['ticket-1'], ['codec' => 'seen on the unit']);
        self::assertSame(['Ticket window 1', 'Desk phone, page'], [$sheet->name, $sheet->kind]);
        self::assertContains(['Location', 'Northpier, Ticket hall'], $sheet->facts);
        self::assertContains(['Extensions', '2001 Ticket 1'], $sheet->facts);
        self::assertSame(
            ['lan', 'Voice, Northpier, VLAN 110', '10.47.10.20', '255.255.255.0', '10.47.10.1'],
            \array_slice($sheet->interfaces[0], 0, 5),
        );
        self::assertStringStartsWith('Comms room switch, port ', $sheet->interfaces[0][6]);
        self::assertCount(\count(UnitSheet::NETWORK), $sheet->interfaces[0]);
        $values = array_column($sheet->values, null, 0);
        self::assertSame('seen on the unit', $values['Codec'][2]);
        self::assertSame('planned', $values['Transport'][2]);
        self::assertArrayNotHasKey('Subnet mask', $values, 'what the network table says is not said twice');
    }

    /** A value that nobody has said stands there; an unknown fact does not. */
    public function testWhatIsOpenIsSaid(): void
    {
        $job = Jobs::demo();
        $sheet = UnitSheet::fromDevice(new Settings($job), $job->devices['berth-4'], []);
        self::assertContains('not set', array_column($sheet->values, 1));
        self::assertNotContains('', array_column($sheet->facts, 1));
        self::assertSame('', $sheet->interfaces[0][2]);
        $guest = UnitSheet::fromDevice(new Settings($job), $job->devices['guest-1'], []);
        self::assertSame('DHCP', $guest->interfaces[0][2]);
    }

    public function testCautionsAreThoseOfWhatIsThere(): void
    {
        $cautions = Cautions::cautions(Jobs::demo());
        self::assertSame(['Battery supply: 31 kg, two people or a lifting aid.'], $cautions['Comms rack']);
        self::assertStringContainsString('authority', $cautions['Emergency calls'][0]);
        self::assertContains('Do not look into the lens.', $cautions['Projector']);
        self::assertSame(['Life safety', 'Local codes'], array_keys(Cautions::cautions(Jobs::make([], []))));
    }

    /** By hand, of the demo: what a number leads to, in and out and by a key. */
    public function testTheDialPlanSaysWhereNumbersLead(): void
    {
        $rows = PrintableLists::all()['dial-plan']->rows(Jobs::demo());
        self::assertContains(['Outside', 'outbound', '0x.T', '2001-2031', 'Carrier, then Mobile line', '1', '', ''], $rows);
        $otherwise = 'outside its hours: 2090, Messages';
        self::assertContains(['Main number', 'inbound', '2025550120', 'by Carrier', '2000, Reception', '', '', $otherwise], $rows);
        self::assertContains(['Park a call', 'code', '21', 'all extensions', 'feature', '', '', ''], $rows);
        self::assertContains(
            ['Reception', 'key of a menu', '1', 'callers of 2000', '2060, Ticket windows', '', '', 'no input: 2010, Control room 1'],
            $rows,
        );
    }

    /** A number without a name, a route without trunks of its own, a stream to more than can be named. */
    public function testWhatHasNoNameOrTooMany(): void
    {
        $job = Jobs::demo();
        $changed = $job->with(new ChangeSet('', [
            $job->edit(Extension::class, '2060', ['name' => null]),
            $job->edit(VoiceRoute::class, 'town', ['trunks' => []]),
            $job->edit(Flow::class, 'announcements', ['to' => ['profile:paging-horn']]),
        ]));
        $rows = PrintableLists::all()['dial-plan']->rows($changed);
        self::assertSame('2060', array_column($rows, 4, 0)['Tickets']);
        self::assertSame('Carrier, then Mobile line', array_column($rows, 4, 0)['Town services']);
        $horns = array_column(PrintableLists::all()['streams']->rows($changed), 2, 0)['Announcements'];
        self::assertMatchesRegularExpression('/^(?:[^,]+, ){3}[^,]+ and \d+ more$/', $horns);
    }

    public function testStreamsAndUniverses(): void
    {
        $streams = array_column(PrintableLists::all()['streams']->rows(Jobs::demo()), null, 0);
        self::assertSame(
            ['Announcements', 'Announcement server', 'Horn 1, Horn 5, Horn 8', 'multicast', '239.192.50.1', '0.1', ''],
            $streams['Announcements'],
        );
        self::assertSame('62', $streams['Berth 3, live'][5]);
        $slots = array_column(PrintableLists::all()['universes']->rows(Jobs::demo()), null, 4);
        $wash = ['1', '239.255.0.1', '33', '48', 'Ramp wash, left', 'Pier light node', 'Pier and ramps'];
        self::assertSame($wash, $slots['Ramp wash, left']);
    }
}
