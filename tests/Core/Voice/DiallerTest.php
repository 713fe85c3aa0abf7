<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Voice;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Intent\RegistrationPaths;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Voice\Dialled;
use Vorhut\Core\Voice\Dialler;
use Vorhut\Core\Voice\DialQuery;
use Vorhut\Core\Voice\Registrations;
use Vorhut\Core\Voice\VoicePlan;

final class DiallerTest extends TestCase
{
    private const VOICE = [
        'extensions' => [
            ['number' => '2001'],
            ['number' => '2002', 'mailbox' => true],
            ['number' => '20021'],
            ['number' => '2050', 'kind' => 'group', 'members' => ['2001', '2002']],
            ['number' => '2100', 'kind' => 'attendant', 'menu' => ['keys' => [['key' => '1', 'to' => 'extension:2001']]]],
            ['number' => '2150'],
            ['number' => '1122', 'kind' => 'fax', 'name' => 'Customs fax'],
        ],
        'trunks' => [
            ['id' => 'carrier', 'number' => '+12025550120', 'ours' => ['header' => 'to'], 'fallback' => 'attendant:2100'],
            ['id' => 'spare', 'kind' => 'mobile'],
        ],
        'routes' => [
            ['id' => 'out-1', 'direction' => 'out', 'digitMap' => '0x.T|1xx', 'strip' => 1, 'from' => ['2000-2099'],
                'trunks' => ['carrier']],
            ['id' => 'long', 'direction' => 'out', 'digitMap' => '00xxx.', 'strip' => 2, 'prefix' => '+', 'from' => ['2150'],
                'trunks' => ['spare', 'carrier']],
            ['id' => 'day', 'direction' => 'out', 'digitMap' => '*7', 'hours' => 'office'],
            ['id' => 'desk', 'direction' => 'out', 'digitMap' => '9', 'to' => 'attendant:2100'],
            ['id' => 'in-1', 'direction' => 'in', 'trunk' => 'carrier', 'digitMap' => '5550121', 'to' => 'extension:2001',
                'hours' => 'office'],
            ['id' => 'in-2', 'direction' => 'in', 'trunk' => 'carrier', 'digitMap' => '555012x', 'to' => 'group:2050', 'hours' => 'office',
                'closed' => 'attendant:2100'],
            ['id' => 'in-3', 'direction' => 'in', 'digitMap' => '55520xx', 'strip' => 3],
        ],
        'codes' => [['code' => '112', 'kind' => 'emergency']],
        'hours' => [
            ['id' => 'office', 'open' => [['days' => ['mon', 'tue', 'wed', 'thu', 'fri'], 'from' => '08:00', 'until' => '17:00']],
                'holidays' => ['2026-12-25']],
        ],
    ];

    /** @return iterable<string, array{array<string, string>, list<string>, ?string, string, ?string, int, string}> */
    public static function calls(): iterable
    {
        $in = static fn (string $number): array => ['trunk' => 'carrier', 'number' => $number];
        $at = static fn (string $from, string $number): array => ['from' => $from, 'number' => $number];
        yield 'an extension' => [$at('2150', '2001'), [], null, '2001', 'extension 2001', 0, 'routed'];
        yield 'one that goes on' => [$at('2001', '2002'), [], null, '2002', 'voicemail 2002', 4, 'voicemail'];
        yield 'half an extension' => [$at('2150', '200'), [], null, '200', null, 4, 'no-route'];
        yield 'out' => [$at('2001', '0123'), ['out-1'], 'out-1', '123', 'trunk carrier', 4, 'routed'];
        yield 'out, three digits' => [$at('2001', '112'), ['out-1'], 'out-1', '12', 'trunk carrier', 4, 'routed'];
        yield 'the longest of a map' => [$at('2001', '119'), ['out-1'], 'out-1', '19', 'trunk carrier', 0, 'routed'];
        yield 'not the caller' => [$at('2150', '0123'), ['out-1'], null, '0123', null, 0, 'not-allowed'];
        yield 'matched by two, taken by the second' => [$at('2150', '00123'), ['out-1', 'long'], 'long', '+123',
            'trunk spare', 4, 'routed'];
        yield 'an extension before a route' => [$at('2001', '1122'), [], null, '1122', 'fax 1122', 0, 'routed'];
        yield 'strip of all' => [$at('2001', '0'), ['out-1'], 'out-1', '', 'trunk carrier', 4, 'routed'];
        yield 'nobody' => [$at('2001', '77'), [], null, '77', null, 0, 'no-route'];
        yield 'all trunks where none is named' => [$at('2001', '*7'), ['day'], 'day', '*7', 'trunk carrier', 0, 'routed'];
        yield 'out at night' => [$at('2001', '*7') + ['at' => '2026-11-25T18:00'], ['day'], null, '*7', null, 0, 'closed'];
        yield 'inside by a route' => [$at('2001', '9'), ['desk'], 'desk', '9', 'attendant 2100', 0, 'routed'];
        yield 'in' => [$in('5550121'), ['in-1', 'in-2'], 'in-1', '5550121', 'extension 2001', 0, 'routed'];
        yield 'in at night' => [$in('5550121') + ['at' => '2026-11-25T17:00'], ['in-1', 'in-2'], 'in-2', '5550121', 'attendant 2100', 0,
            'routed'];
        yield 'in by day' => [$in('5550122') + ['at' => '2026-11-25T16:59'], ['in-2'], 'in-2', '5550122', 'group 2050', 0, 'routed'];
        yield 'on a Saturday' => [$in('5550122') + ['at' => '2026-11-28T10:00'], ['in-2'], 'in-2', '5550122',
            'attendant 2100', 0, 'routed'];
        yield 'on a holiday' => [$in('5550122') + ['at' => '2026-12-25T10:00'], ['in-2'], 'in-2', '5550122', 'attendant 2100', 0, 'routed'];
        // 07:30 in UTC is 08:30 in Oslo.
        yield 'in another zone' => [$in('5550122') + ['at' => '2026-11-25T07:30+00:00'], ['in-2'], 'in-2', '5550122', 'group 2050', 0,
            'routed'];
        yield 'in to what is left' => [$in('5552001'), ['in-3'], 'in-3', '2001', 'extension 2001', 0, 'routed'];
        yield 'in to what nobody has' => [$in('5552009'), ['in-3'], 'in-3', '2009', null, 0, 'no-route'];
        yield 'in by a trunk of its own' => [['trunk' => 'spare', 'number' => '5550121'], [], null, '5550121', null, 0, 'no-route'];
        yield 'the fallback' => [$in('5559999'), [], null, '5559999', 'attendant 2100', 0, 'no-route'];
        yield 'the header that is read' => [$in('5550122') + ['header' => 'TO'], ['in-2'], 'in-2', '5550122', 'group 2050', 0, 'routed'];
        yield 'another header' => [$in('5550122') + ['header' => 'Diversion'], [], null, '5550122', 'attendant 2100', 0, 'wrong-header'];
    }

    /**
     * @param array<string, string> $query
     * @param list<string> $matched
     */
    #[DataProvider('calls')]
    public function testNumbersGoWhereThePlanSays(
        array $query,
        array $matched,
        ?string $route,
        string $digits,
        ?string $to,
        int $wait,
        string $verdict,
    ): void {
        $dialled = self::dial($query);
        self::assertSame(
            [$matched, $route, $digits, $to, $wait, $verdict],
            [
                $dialled->matched,
                $dialled->route,
                $dialled->digits,
                null === $dialled->to ? null : $dialled->to->kind.' '.$dialled->to->id,
                $dialled->waitSeconds,
                $dialled->verdict->value,
            ],
        );
        self::assertStringEndsWith('.', $dialled->why);
    }

    /** What stands in the place where we read is the trunk's own number, in its digits. */
    public function testACallReadAtTheWrongPlaceIsReadAsTheTrunksOwnNumber(): void
    {
        $why = self::dial(['trunk' => 'carrier', 'number' => '5550122', 'header' => 'Diversion'])->why;
        self::assertStringContainsString(' So we read 12025550120. ', $why);
    }

    public function testTheAnswerHasItsKeysInOrder(): void
    {
        self::assertSame(
            '{"matched":["out-1"],"route":"out-1","digits":"123","to":{"kind":"trunk","id":"carrier"},"waitSeconds":4,"verdict":"routed",'
            .'"why":"out-1 sends 123 by carrier."}',
            Json::line(self::dial(['from' => '2001', 'number' => '0123'])),
        );
    }

    /** Helpers see a number and are sent somewhere: both are said, and what is missing, too. */
    public function testANumberForHelpSaysWhatHelpersSee(): void
    {
        $voice = self::VOICE;
        $voice['routes'][0]['strip'] = 0;
        $voice['extensions'][0]['location'] = 'quay';
        $places = ['locations' => [['id' => 'quay', 'dispatch' => 'Quay road 4']]];
        self::assertStringContainsString('+12025550120', self::dial(['from' => '2001', 'number' => '112'], $voice, $places)->why);
        self::assertStringContainsString('Quay road 4', self::dial(['from' => '2001', 'number' => '112'], $voice, $places)->why);
        self::assertStringContainsString(
            'dispatchable location not set',
            self::dial(['from' => '2002', 'number' => '112'], $voice, $places)->why,
        );
        self::assertStringNotContainsString('help', self::dial(['from' => '2001', 'number' => '119'], $voice, $places)->why);
    }

    public function testWhoeverCannotRegisterNeitherCallsNorRings(): void
    {
        $voice = self::VOICE;
        foreach ([0, 1, 5] as $i) {
            $voice['extensions'][$i] += ['device' => 'phone-'.$voice['extensions'][$i]['number'], 'server' => 'pbx'];
        }
        $deaf = new class implements Registrations {
            public function whyNot(\Vorhut\Core\Job\Extension $extension): ?string
            {
                return '2150' === $extension->number ? null : 'Its cable is cut.';
            }
        };
        $devices = ['devices' => array_map(static fn (string $id): array => ['id' => $id, 'profile' => 'generic-host',
            'interfaces' => []], [
                'pbx', 'phone-2001', 'phone-2002', 'phone-2150',
            ])];
        $dial = static fn (string $from, string $number): Dialled => self::dial(compact('from', 'number'), $voice, $devices, $deaf);
        self::assertSame(['not-registered', '2001'], [$dial('2150', '2001')->verdict->value, $dial('2150', '2001')->to?->id]);
        self::assertSame('voicemail', $dial('2150', '2002')->verdict->value);
        self::assertSame('not-registered', $dial('2001', '2150')->verdict->value);
        self::assertSame(['not-registered', 'out-1'], [$dial('2001', '0123')->verdict->value, $dial('2001', '0123')->route]);
        // A group rings as long as one of it does; here the mailbox of the second takes nobody in.
        self::assertSame('not-registered', $dial('2150', '2050')->verdict->value);
        $voice['extensions'][3]['members'][] = '2150';
        self::assertSame('routed', self::dial(['from' => '2150', 'number' => '2050'], $voice, $devices, $deaf)->verdict->value);
        $voice['extensions'][0]['otherwise'] = 'attendant:2100';
        $dialled = self::dial(['from' => '2150', 'number' => '2001'], $voice, $devices, $deaf);
        self::assertSame(['attendant', '2100', 'routed'], [$dialled->to?->kind, $dialled->to?->id, $dialled->verdict->value]);
    }

    /** Two that pass calls to each other do so once. */
    public function testCallsAreNotPassedOnForEver(): void
    {
        $voice = ['extensions' => [
            ['number' => '21', 'otherwise' => 'extension:22'],
            ['number' => '22', 'otherwise' => 'extension:21', 'mailbox' => true],
            ['number' => '23'],
        ]];
        self::assertSame('voicemail', self::dial(['from' => '23', 'number' => '21'], $voice)->verdict->value);
        $voice['extensions'][1]['mailbox'] = false;
        $call = self::dial(['from' => '23', 'number' => '21'], $voice);
        self::assertSame('22', $call->to?->id);
        self::assertSame(['21', '22'], $call->path);
    }

    /** @param array<string, string> $query */
    #[TestWith([['from' => '2999', 'number' => '1'], '2999'])]
    #[TestWith([['trunk' => 'carier', 'number' => '1'], 'Did you mean "carrier"'])]
    #[TestWith([['number' => '1'], 'Name the caller'])]
    #[TestWith([['from' => '2001', 'trunk' => 'carrier', 'number' => '1'], 'Name the caller'])]
    #[TestWith([['from' => '2001', 'number' => ''], 'keys of a telephone'])]
    #[TestWith([['from' => '2001', 'number' => '12 3'], 'keys of a telephone'])]
    #[TestWith([['from' => '2001', 'number' => '1', 'header' => 'To'], 'Only a trunk'])]
    #[TestWith([['from' => '2001', 'number' => '1', 'at' => 'noon'], 'ISO 8601'])]
    #[TestWith([['from' => '2001', 'number' => '1', 'at' => '2026-02-30T10:00'], 'ISO 8601'])]
    public function testBadQueriesAreRefusedWithAdvice(array $query, string $says): void
    {
        $this->expectException(InvalidValue::class);
        $this->expectExceptionMessageMatches('/'.preg_quote($says, '/').'/');
        self::dial($query);
    }

    /**
     * @param array<string, string> $query
     * @param array<string, mixed> $voice
     * @param array<string, mixed> $more
     */
    private static function dial(array $query, array $voice = self::VOICE, array $more = [], ?Registrations $registrations = null): Dialled
    {
        $file = ['format' => 'vorhut-job', 'version' => 1, 'job' => ['name' => 'T', 'timezone' => 'Europe/Oslo'], ...$more,
            'voice' => $voice];
        $job = JobFile::read(Json::pretty($file), ShippedProfiles::load());
        $dialler = new Dialler(new VoicePlan($job), $registrations ?? new RegistrationPaths($job));

        return $dialler->dial(DialQuery::fromGiven($query, new \DateTimeZone('Europe/Oslo')));
    }
}
