<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Job;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\RecordNames;
use Vorhut\Core\Job\UnknownReferences;

/** Records by the names that people see. */
final class RecordNamesTest extends TestCase
{
    private const JOB = '{
        "format": "vorhut-job", "version": 1, "job": {"name": "Names"},
        "segments": [
            {"id": "voice", "name": "Voice, north"}, {"id": "video", "name": "Video"}, {"id": "110", "name": "Guests"}
        ],
        "switches": [
            {"id": "sw-1", "name": "Comms room switch"}, {"id": "sw-2", "name": "Pier A/B"}, {"id": "sw-3", "name": "Comms room switch 2"}
        ],
        "locations": [
            {"id": "a-1", "name": "Office"}, {"id": "b-1", "name": "office"},
            {"id": "stage", "name": "Loft"}, {"id": "loft-2", "name": "stage"}
        ]
    }';

    public function testNamesAndIdsAreUnderstood(): void
    {
        $names = $this->names();
        self::assertSame('video', $names->id('segments', ' VIDEO '));
        self::assertSame('video', $names->id('segments', 'video'));
        self::assertSame('110', $names->id('segments', 'Guests'), 'an id of digits stays a text');
        self::assertNull($names->id('segments', 'Vidio'));
        self::assertSame('gone', $names->name('segments', 'gone'));
    }

    public function testTwoOfOneNameAreToldApartByTheirIds(): void
    {
        $names = $this->names();
        self::assertNull($names->id('locations', 'Office'));
        self::assertSame('Office (a-1)', $names->name('locations', 'a-1'));
        self::assertSame('b-1', $names->id('locations', 'office (b-1)'));
    }

    public function testSeveralBetweenCommasThoughNamesHaveThem(): void
    {
        $names = $this->names();
        self::assertSame(['voice', 'video', '110'], $names->ids('segments', 'Voice, north, Video; 110'));
        self::assertSame(['voice', 'Vidio'], $names->ids('segments', 'voice; Vidio,'));
        self::assertSame([], $names->ids('segments', ' '));
        $shown = $names->list('segments', ['voice', '110']);
        self::assertSame(['voice', '110'], $names->ids('segments', $shown), 'what is shown is understood');
    }

    public function testAPortBySwitchAndPort(): void
    {
        $names = $this->names();
        foreach (['sw-1/5', 'Comms room switch / 5', 'comms room switch/5', 'Comms room switch port 5', 'Comms room switch 5'] as $text) {
            self::assertSame('sw-1/5', $names->portRef($text), $text);
        }
        self::assertSame('Comms room switch / 5', $names->port('sw-1/5'));
        self::assertSame('sw-2/5', $names->portRef($names->port('sw-2/5')), 'a stroke in the name of the switch');
        self::assertSame('sw-3/5', $names->portRef('Comms room switch 2 port 5'), 'the longer name is meant');
        self::assertSame('Attic switch / 5', $names->portRef('Attic switch / 5'));
        self::assertSame('gone/5', $names->port('gone/5'));
    }

    public function testANameThatIsTheIdOfAnotherIsNotTakenForIt(): void
    {
        $names = $this->names();
        self::assertSame('stage (loft-2)', $names->name('locations', 'loft-2'));
        self::assertNull($names->id('locations', 'stage'));
        self::assertSame('loft-2', $names->id('locations', 'Stage (loft-2)'));
        self::assertSame('stage', $names->id('locations', 'Loft'));
    }

    /** @param non-empty-string $advice */
    #[DataProvider('refused')]
    public function testWhatNothingOrSeveralAreCalledIsRefusedInWords(string $list, string $text, string $advice): void
    {
        try {
            $this->names()->only($list, $text);
            self::fail('It was taken.');
        } catch (InvalidValue $e) {
            self::assertStringContainsString('the name that just one', $e->allowed);
            self::assertSame($advice, $e->advice);
        }
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function refused(): iterable
    {
        yield 'mistyped' => ['segments', 'Vidio', 'Did you mean Video?'];
        yield 'nothing like it' => ['segments', 'Kitchen radio', 'Such as Voice, north or Video.'];
        yield 'two of one name' => ['locations', 'OFFICE', 'Several have it. Write Office (a-1) or office (b-1).'];
        yield 'none there' => ['trunks', 'Carrier', 'There is no trunk in this job yet.'];
    }

    public function testUnknownNamesOfARecordSayWhere(): void
    {
        $switch = ['id' => 'x', 'location' => 'Loft', 'ports' => [['name' => '1', 'untagged' => 'video', 'tagged' => ['110', 'Vidio']]]];
        $errors = (new UnknownReferences($this->names()))->errors(Lists::named('switches')->type(), $switch);
        self::assertSame(['.location', '.ports[0].tagged'], array_column($errors, 'path'));
        self::assertSame(
            '.ports[0].tagged: "Vidio" was given; allowed is the name of a segment of this job. Did you mean Video?',
            (string) $errors[1],
        );
    }

    private function names(): RecordNames
    {
        return new RecordNames(JobFile::read(self::JOB, ShippedProfiles::load()));
    }
}
