<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Job;

use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\RecordNames;

/** Records by the names that people see. */
final class RecordNamesTest extends TestCase
{
    private const JOB = '{
        "format": "vorhut-job", "version": 1, "job": {"name": "Names"},
        "segments": [
            {"id": "voice", "name": "Voice, north"}, {"id": "video", "name": "Video"}, {"id": "110", "name": "Guests"}
        ],
        "switches": [{"id": "sw-1", "name": "Comms room switch"}, {"id": "sw-2", "name": "Pier A/B"}],
        "locations": [{"id": "a-1", "name": "Office"}, {"id": "b-1", "name": "office"}]
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
        self::assertSame('Attic switch / 5', $names->portRef('Attic switch / 5'));
        self::assertSame('gone/5', $names->port('gone/5'));
    }

    private function names(): RecordNames
    {
        return new RecordNames(JobFile::read(self::JOB, ShippedProfiles::load()));
    }
}
