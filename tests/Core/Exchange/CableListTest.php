<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Exchange;

use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\CableReader;
use Vorhut\Core\Exchange\CableRow;
use Vorhut\Core\Exchange\CableSheet;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NetworkSwitch;
use Vorhut\Core\Record\InvalidFile;

/** Port lists out and in again. */
final class CableListTest extends TestCase
{
    private const HEAD = "Switch;Port;Mbit/s;Untagged;Tagged;Power class;Unit;Interface;Metres;Cable\n";

    /** What was carried off changes nothing when it comes back, whatever the plan. */
    public function testOutAndInAgainIsTheSame(): void
    {
        $bytes = (string) file_get_contents(\dirname(__DIR__, 3).'/demo/kestrel-sound.json');
        $demo = JobFile::read($bytes, ShippedProfiles::load());
        foreach ([self::job(), $demo] as $job) {
            $rows = CableSheet::rows($job);
            $lines = array_map(static fn (array $row): string => implode("\t", $row), [CableSheet::HEADS, ...$rows]);
            $list = (new CableReader($job))->read(implode("\n", $lines));
            self::assertCount(\count($rows), $list->rows);
            $changed = array_filter($list->rows, static fn (CableRow $r): bool => !\in_array($r->does, ['same', 'left'], true));
            self::assertSame([], $changed);
            self::assertTrue($list->change->isEmpty());
        }
        $routers = array_filter(CableSheet::rows($demo), static fn (array $r): bool => 'Core router' === $r[2]);
        self::assertContains('Voice, Northpier', array_column($routers, 3), 'by the name of the network');
        $row = CableSheet::rows(self::job())[0];
        self::assertSame(['Rack', '1', 'Camera', 'lan', '12', '6', '1000', '4', '', '', 'A', 'B'], $row);
    }

    public function testRowsMakePortsAndPlugUnitsIn(): void
    {
        $text = self::HEAD."rack;2;100;b;;3;camera;lan;40,5 m;cat 3\nRack;9;10000;;A + B;;;;;\nRack;1;;;;;Mixer;;;";
        $list = (new CableReader(self::job()))->read($text);
        self::assertSame(['changed', 'changed', 'changed'], array_column($list->rows, 'does'));
        self::assertSame('port, Camera, until now on Rack, port 1', $list->rows[0]->why);
        $job = self::job()->with($list->change);
        $switch = $job->all(NetworkSwitch::class)['r'];
        self::assertSame(['1', '2', '9'], array_column($switch->ports, 'name'));
        self::assertSame([100, 'b', 3], [$switch->ports[1]->mbps, $switch->ports[1]->untagged, $switch->ports[1]->poeClass]);
        self::assertSame([10000, ['a', 'b'], null], [$switch->ports[2]->mbps, $switch->ports[2]->tagged, $switch->ports[2]->poeClass]);
        $first = $switch->ports[0];
        self::assertSame(['a', ['b'], 4], [$first->untagged, $first->tagged, $first->poeClass], 'as it was');
        $camera = $job->devices['cam']->interfaces[0];
        self::assertSame(['r/2', 40.5, '3'], [(string) $camera->plug->to, $camera->plug->metres, $camera->plug->category->value]);
        self::assertSame('020000000001', $camera->mac?->digits, 'the rest of it is kept');
        self::assertSame('r/1', (string) $job->devices['7']->interfaces[0]->plug->to);
    }

    /** One refused row says why and changes nothing; the others are taken all the same. */
    public function testWhatCannotBeIsSaid(): void
    {
        $rows = [
            'Attic;1;;;;;;;;' => 'the name of a switch',
            'Rack;1/2;;;;;;;;' => 'without a stroke',
            'Rack;;;;;;Camera;;;' => 'the name of a port',
            'Rack;2;0;;;;;;;' => 'from 1 to 1000000',
            'Rack;2;;;;9;;;;' => 'from 0 to 8',
            'Rack;2;;C;;;;;;' => 'the name of a segment',
            'Rack;2;;;A + C;;;;;' => 'the name of a segment',
            'Rack;2;;;;;Lamp;;;' => 'the name of a unit',
            'Rack;2;;;;;Camera;wifi;;' => 'It has lan',
            'Rack;2;;;;;Camera;lan;-1;' => 'metres from 0',
            'Rack;2;;;;;Camera;lan;;9' => 'one of 3, 5, 5e',
        ];
        $list = (new CableReader(self::job()))->read(self::HEAD.implode("\n", array_keys($rows))."\nRack;2;;;;;Mixer;;;");
        foreach (array_values($rows) as $index => $says) {
            self::assertSame('refused', $list->rows[$index]->does);
            self::assertStringContainsString($says, $list->rows[$index]->why);
        }
        self::assertSame('changed', $list->rows[\count($rows)]->does);
        self::assertCount(2, $list->change->edits, 'the port that is new, and the mixer');
        $this->expectException(InvalidFile::class);
        (new CableReader(self::job()))->read("Rack;2\n");
    }

    private static function job(): Job
    {
        $lan = ['name' => 'lan', 'segment' => 'a', 'mode' => 'dhcp'];
        $plug = ['to' => 'r/1', 'metres' => 12, 'category' => '6'];
        $plan = [
            'format' => 'vorhut-job',
            'version' => 1,
            'job' => ['name' => 'Cables'],
            'segments' => [
                ['id' => 'a', 'name' => 'A', 'subnets' => [['prefix' => '10.0.1.0/24']]],
                ['id' => 'b', 'name' => 'B', 'subnets' => [['prefix' => '10.0.2.0/24']]],
            ],
            'switches' => [
                ['id' => 'r', 'name' => 'Rack', 'ports' => [['name' => '1', 'poeClass' => 4, 'untagged' => 'a', 'tagged' => ['b']]]],
            ],
            'devices' => [
                [
                    'id' => 'cam',
                    'name' => 'Camera',
                    'profile' => 'generic-host',
                    'interfaces' => [[...$lan, 'mac' => '02:00:00:00:00:01', 'plug' => $plug]],
                ],
                ['id' => '7', 'name' => 'Mixer', 'profile' => 'generic-host', 'interfaces' => [$lan]],
            ],
        ];

        return JobFile::read(json_encode($plan, \JSON_THROW_ON_ERROR), ShippedProfiles::load());
    }
}
