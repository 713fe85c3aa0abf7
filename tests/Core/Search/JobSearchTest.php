<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Search;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Search\JobSearch;
use Vorhut\Core\Search\SearchHit;

/** Whatever has a name or a number is found, and it is said in which list it stands. */
final class JobSearchTest extends TestCase
{
    private const JOB = '{
        "format": "vorhut-job", "version": 1, "job": {"name": "Search"},
        "locations": [{"id": "hall", "name": "Hall"}, {"id": "7", "name": "Booth"}],
        "segments": [{"id": "voice", "name": "Voice hall", "vlan": 20, "subnets": [{"prefix": "10.9.20.0/24"}]}],
        "switches": [{"id": "sw-1", "name": "Hall switch", "ports": [{"name": "uplink-west"}]}],
        "rules": [{"id": "hall-loud", "setting": "volume", "value": 8, "reason": "People dance there."}],
        "circuits": [{"id": "c-4", "name": "Stage left", "amps": 16}],
        "devices": [
            {
                "id": "desk", "name": "Hall desk phone", "profile": "desk-phone-page", "serial": "00417",
                "interfaces": [{"name": "lan", "segment": "voice", "address": "10.9.20.7/24", "mac": "02-00-5E-10-00-B0"}]
            }
        ],
        "voice": {
            "extensions": [
                {"number": "2001", "name": "Hall desk", "kind": "sip", "device": "desk", "user": "Rasmus Ek", "mail": "ek@hall.example"},
                {"number": "2090", "name": "Night bell", "kind": "group", "members": ["2001"]}
            ],
            "trunks": [{"id": "sea", "name": "Sea line", "kind": "sip", "number": "+4722001000", "ours": {"login": "hall-trunk"}}],
            "routes": [{"id": "out", "name": "Out by the sea line", "direction": "out", "digitMap": "0x.T", "trunks": ["sea"]}],
            "blocks": [{"id": "b", "name": "Hall numbers", "numbers": "2000-2099"}],
            "hours": [{"id": "open", "name": "Box office"}]
        }
    }';

    /** @return iterable<string, array{string, string, string, string}> query, list, id and what is said */
    public static function things(): iterable
    {
        yield 'a switch' => ['hall switch', 'switches', 'sw-1', 'Switch'];
        yield 'a port by its name' => ['uplink-west', 'switches', 'sw-1', 'Switch · Ports, Port uplink-west'];
        yield 'a trunk by its number' => ['+47 22 00 10 00', 'trunks', 'sea', 'Trunk · Main number +4722001000'];
        yield 'a trunk by its user name' => ['HALL-TRUNK', 'trunks', 'sea', 'Trunk · Our end, User name hall-trunk'];
        yield 'a call route' => ['out by', 'routes', 'out', 'Call route'];
        yield 'opening hours' => ['box office', 'hours', 'open', 'Set of opening hours'];
        yield 'a power circuit' => ['stage left', 'circuits', 'c-4', 'Power circuit'];
        yield 'what has no name by its text' => ['dance', 'rules', 'hall-loud', 'Setting rule · Reason People dance there.'];
        yield 'a location whose id is digits' => ['booth', 'locations', '7', 'Location'];
        yield 'who has a number' => ['rasmus ek', 'devices', 'desk', 'Hall desk phone · Person Rasmus Ek'];
        yield 'a number without a device' => ['2090', 'extensions', '2090', ''];
        yield 'the block a number lies in' => ['2042', 'blocks', 'b', 'Extension block · Extensions 2000-2099'];
        yield 'an address' => ['10.9.20.7', 'devices', 'desk', '10.9.20.7 02-00-5E-10-00-B0'];
        yield 'a MAC in another notation' => ['0200.5e10.00b0', 'devices', 'desk', '10.9.20.7 02-00-5E-10-00-B0'];
        yield 'a MAC misread' => ['02-00-5E-1O-OO-BO', 'devices', 'desk', '10.9.20.7 02-00-5E-10-00-B0'];
        yield 'a segment by its VLAN' => ['20', 'segments', 'voice', 'Segment · VLAN 20'];
    }

    #[DataProvider('things')]
    public function testItIsFound(string $query, string $list, string $id, string $detail): void
    {
        $found = array_filter(
            JobSearch::find(self::job(), [], $query),
            static fn (SearchHit $h): bool => [$h->kind, $h->id, $h->detail] === [$list, $id, $detail],
        );
        self::assertNotSame([], $found, json_encode(JobSearch::find(self::job(), [], $query), \JSON_THROW_ON_ERROR));
    }

    public function testWhatIsMeantExactlyComesFirst(): void
    {
        self::assertSame(
            ['Hall', 'Extension 2001 Hall desk', 'Hall desk phone', 'Hall numbers'],
            \array_slice(array_map(static fn (SearchHit $h): string => $h->title, JobSearch::find(self::job(), [], 'hall')), 0, 4),
        );
        self::assertSame('Extension 2001 Hall desk', JobSearch::find(self::job(), [], '2001')[0]->title);
        self::assertSame('Extension block', explode(' · ', JobSearch::find(self::job(), [], '2001')[1]->detail)[0]);
    }

    public function testNothingIsCalledByAnId(): void
    {
        self::assertSame(['Setting rule'], array_column(JobSearch::find(self::job(), [], 'dance'), 'title'));
    }

    public function testAFewCharactersAreNotFoundInsideOfEverything(): void
    {
        self::assertSame([], JobSearch::find(self::job(), [], 'zz'));
        self::assertSame([], JobSearch::find(self::job(), [], '  '));
        self::assertNotContains('trunks', array_column(JobSearch::find(self::job(), [], '00'), 'kind'), 'two digits within a number');
        self::assertNotContains('blocks', array_column(JobSearch::find(self::job(), [], '2100'), 'kind'), 'beyond the block');
    }

    private static function job(): Job
    {
        return JobFile::read(self::JOB, ShippedProfiles::load());
    }
}
