<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Findings;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Section;
use Vorhut\Core\Record\Json;
use Vorhut\Tests\Support\FindingWords;

/** @phpstan-type Voice array<string, list<array<string, mixed>>> */
final class VoiceRulesTest extends TestCase
{
    /** A plan with which nothing is wrong. */
    private const VOICE = [
        'extensions' => [
            ['number' => '201', 'kind' => 'analogue', 'server' => 'pbx', 'port' => '1a'],
            ['number' => '202', 'kind' => 'analogue', 'server' => 'pbx', 'port' => '1b'],
            ['number' => '203', 'kind' => 'conference', 'server' => 'pbx', 'sites' => 6],
        ],
        'trunks' => [['id' => 'line', 'kind' => 'mobile', 'system' => 'pbx', 'port' => '2a']],
        'routes' => [
            ['id' => 'help', 'direction' => 'out', 'digitMap' => '112|0112', 'prefix' => '112', 'strip' => 4],
            ['id' => 'out', 'direction' => 'out', 'digitMap' => '0x.T', 'strip' => 1],
        ],
        'blocks' => [['id' => 'all', 'numbers' => '200-299']],
        'codes' => [
            ['code' => '0', 'kind' => 'outside'],
            ['code' => '112', 'kind' => 'emergency'],
            ['code' => '31', 'kind' => 'service', 'name' => 'Taxi'],
            ['code' => '*2', 'kind' => 'feature'],
        ],
    ];

    /** @return iterable<string, array{\Closure(Voice): Voice, list<string>}> */
    public static function faults(): iterable
    {
        yield 'nothing wrong' => [self::add('extensions'), []];
        $analogue = ['kind' => 'voicemail', 'server' => 'pbx'];
        yield 'code of a service' => [self::add('extensions', ['number' => '31'] + $analogue), [
            'Extension 31 is a service code (Taxi)', 'Extension 31 is in no extension block',
        ]];
        yield 'begins with a code' => [self::add('extensions', ['number' => '312'] + $analogue), [
            'Extension 312 begins with 31, which is a service code (Taxi)', 'Extension 312 is in no extension block',
        ]];
        yield 'for an outside line' => [self::add('extensions', ['number' => '07'] + $analogue), [
            'Extension 07 begins with 0, the outside-line prefix', 'Extension 07 is in no extension block',
        ]];
        yield 'a number for help' => [self::add('extensions', ['number' => '112'] + $analogue), [
            'Emergency number 112 dialled at 201, 202 reaches voicemail 112 instead of a trunk', 'Extension 112 is an emergency number',
            'Extension 112 is in no extension block',
        ]];
        yield 'one for help with a prefix' => [self::add('extensions', ['number' => '0112'] + $analogue), [
            'Emergency number 0112 dialled at 201, 202 reaches voicemail 0112 instead of a trunk',
            'Extension 0112 equals 112 dialled with the prefix 0',
            'Extension 0112 is in no extension block',
        ]];
        yield 'begins another' => [self::add('extensions', ['number' => '20'] + $analogue), [
            'Extension 20 is also the beginning of another extension', 'Extension 20 is in no extension block',
        ]];
        yield 'a block for others' => [self::set('blocks', 0, ['kind' => 'analogue']), [
            'Extension 203 is in all, which is for: analogue socket',
        ]];
        yield 'blocks that overlap' => [self::add('blocks', ['id' => 'more', 'numbers' => '290-310'], ['id' => 'far',
            'numbers' => '400-410']), [
                'The extension blocks all and more overlap',
            ]];
        yield 'blocks of other lengths' => [self::add('blocks', ['id' => 'more', 'numbers' => '2000-2999']), []];
        yield 'never taken' => [self::add('routes', ['id' => 'late', 'direction' => 'out', 'digitMap' => '0[1-3]xxT']), [
            'No call can use the route late',
        ]];
        yield 'taken by others than may use the first' => [
            self::both(
                self::add('routes', ['id' => 'late', 'direction' => 'out', 'digitMap' => '0xxT', 'strip' => 1]),
                self::set('routes', 1, ['from' => ['201']]),
            ),
            [],
        ];
        yield 'nobody may' => [self::add('routes', ['id' => 'late', 'direction' => 'out', 'digitMap' => '8', 'from' => ['205-209']]), [
            'No call can use the route late',
        ]];
        yield 'only extensions take it' => [self::add('routes', ['id' => 'late', 'direction' => 'out', 'digitMap' => '20[12]']), [
            'No call can use the route late',
        ]];
        yield 'help from nobody' => [
            self::set('routes', 0, ['digitMap' => '0112']),
            ['Emergency number 112 dialled at 201, 202 is not connected: no route'],
        ];
        yield 'help not from all' => [
            self::set('routes', 0, ['from' => ['201']]),
            ['Emergency number 112 dialled at 202 is not connected: not allowed'],
        ];
        yield 'help with other digits' => [self::set('routes', 0, ['prefix' => '', 'strip' => 1]), [
            'Emergency number 112 dialled at 201, 202 is sent as 12',
        ]];
        yield 'help that waits' => [self::add('routes', ['id' => 'late', 'direction' => 'out', 'digitMap' => '112x']), [
            'Emergency number 112 dialled at 201, 202 waits 4 s for the inter-digit timeout',
        ]];
        yield 'help by day' => [
            self::both(
                self::add('hours', ['id' => 'day', 'open' => [['days' => ['mon'], 'from' => '08:00', 'until' => '16:00']]]),
                self::set('routes', 0, ['hours' => 'day']),
            ),
            ['Emergency number 112 dialled at 201, 202 outside opening hours is not connected: outside opening hours'],
        ];
        yield 'another kind' => [
            self::add('routes', ['id' => 'in', 'direction' => 'in', 'digitMap' => '5', 'to' => 'group:203']),
            ['in leads to the ring group 203, but extension 203 has the type “conference room”'],
        ];
        yield 'who comes otherwise is of another kind' => [self::set('extensions', 0, ['otherwise' => 'group:202']), [
            '201 leads to the ring group 202, but extension 202 has the type “analogue socket”',
        ]];
        yield 'fallback of another kind' => [self::set('trunks', 0, ['fallback' => 'fax:203']), [
            'line leads to the fax 203, but extension 203 has the type “conference room”',
        ]];
        yield 'no socket' => [self::set('extensions', 0, ['port' => null]), [
            '201: its socket does not exist: Phone system has 1a, 1b, 2a, 2b',
        ]];
        yield 'a socket of another' => [self::set('extensions', 0, ['port' => '1b']), ['202: socket 1b is also used by 201']];
        yield 'the wrong module' => [self::set('extensions', 0, ['port' => '2b']), [
            '201: socket 2b has a mobile module, not one for analogue phones',
        ]];
        yield 'a socket it lacks' => [self::set('extensions', 0, ['port' => '3a']), [
            '201: socket 3a does not exist on Phone system, which has 1a, 1b, 2a, 2b',
        ]];
        $empty = array_map(
            static fn (string $kind, int $i): array => ['number' => (string) (210 + $i), 'kind' => $kind, 'server' => 'pbx'],
            ['sip', 'group', 'attendant', 'paging', 'conference', 'fax'],
            range(0, 5),
        );
        yield 'unfinished' => [self::add('extensions', ...$empty), [
            'Extension 210 has no device', 'Extension 211 has no members',
            'Extension 212 has no menu', 'Extension 213 has no members or paging group',
            'Extension 214 has no number of sites', 'Extension 215 has no mail address for faxes',
        ]];
        yield 'too many sites' => [self::set('extensions', 2, ['sites' => 7]), [
            'Phone system: 6 conference sites, and conference 203 takes 7',
        ]];
        $sip = ['kind' => 'sip', 'ours' => ['channels' => 12], 'callsPerHour' => 120];
        yield 'channels' => [self::set('trunks', 0, $sip), ['Trunk line has 12 channels; the busy hour needs 13']];
        yield 'enough of them' => [self::set('trunks', 0, ['ours' => ['channels' => 13]] + $sip), []];
        yield 'a line too narrow' => [self::set('trunks', 0, ['ours' => ['channels' => 13], 'lineKbps' => 1237] + $sip), [
            'All concurrent calls on line need 1238 kbit/s; its line has 1237 kbit/s',
        ]];
        yield 'concurrent calls' => [self::set('trunks', 0, ['ours' => ['channels' => 40], 'callsPerHour' => 400] + $sip), [
            'Phone system: 20 concurrent calls, and the busy hour takes 30',
        ]];
        $ends = ['kind' => 'sip', 'ours' => ['domain' => 'A.example.net', 'transports' => ['tcp', 'udp'],
            'codecs' => ['g722'], 'port' => 5060],
            'theirs' => ['domain' => 'a.EXAMPLE.net', 'transports' => ['udp'], 'codecs' => ['g729', 'g711-a'],
                'login' => 'x', 'port' => 5061]];
        yield 'two ends' => [self::set('trunks', 0, $ends), [
            'Trunk line, "Carrier\'s port" differs: 5060 at our end, 5061 at the carrier\'s end',
            'Trunk line, "Codecs" differs: G.722 at our end, G.729, G.711 A-law at the carrier\'s end',
        ]];
    }

    /**
     * @param \Closure(Voice): Voice $spoil
     * @param list<string> $titles
     */
    #[DataProvider('faults')]
    public function testEachFaultIsFoundAndNothingElse(\Closure $spoil, array $titles): void
    {
        $system = ['id' => 'pbx', 'name' => 'Phone system', 'profile' => 'phone-system', 'interfaces' => [], 'modules' => [
            ['slot' => 'slot-1', 'module' => 'analogue-station'],
            ['slot' => 'slot-2', 'module' => 'mobile'],
        ]];
        $file = ['format' => 'vorhut-job', 'version' => 1, 'job' => ['name' => 'T'], 'devices' => [$system],
            'voice' => $spoil(self::VOICE)];
        $job = JobFile::read(Json::pretty($file), ShippedProfiles::load());
        FindingWords::assertRead($job);
        $findings = Check::run($job);
        $ofVoice = array_filter($findings, static fn (Finding $f): bool => Section::Voice === $f->stop);
        self::assertSame($titles, array_values(array_map(static fn (Finding $f): string => $f->title, $ofVoice)));
        $ids = array_map(static fn (Finding $f): string => $f->id(), $ofVoice);
        self::assertSame($ids, array_unique($ids));
    }

    /**
     * @param array<string, mixed> ...$records
     *
     * @return \Closure(Voice): Voice
     */
    private static function add(string $list, array ...$records): \Closure
    {
        return static function (array $voice) use ($list, $records): array {
            /** @var Voice $voice */
            $voice[$list] = array_merge($voice[$list] ?? [], array_values($records));

            return $voice;
        };
    }

    /**
     * @param array<string, mixed> $values
     *
     * @return \Closure(Voice): Voice
     */
    private static function set(string $list, int $at, array $values): \Closure
    {
        return static function (array $voice) use ($list, $at, $values): array {
            /** @var Voice $voice */
            $voice[$list][$at] = array_replace_recursive($voice[$list][$at], $values);

            return $voice;
        };
    }

    /**
     * @param \Closure(Voice): Voice $one
     * @param \Closure(Voice): Voice $other
     *
     * @return \Closure(Voice): Voice
     */
    private static function both(\Closure $one, \Closure $other): \Closure
    {
        return static function (array $voice) use ($one, $other): array {
            /** @var Voice $voice */
            return $other($one($voice));
        };
    }
}
