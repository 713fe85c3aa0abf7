<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Search;

use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Search\NameChoices;

/** Names to choose from, as somebody types a part of one. */
final class NameChoicesTest extends TestCase
{
    private const JOB = '{
        "format": "vorhut-job", "version": 1, "job": {"name": "Names"},
        "locations": [{"id": "a", "name": "Old hall"}, {"id": "b", "name": "Hall"}, {"id": "c", "name": "hall annex"}],
        "switches": [{"id": "sw", "name": "Pier A/B", "ports": [{"name": "1"}, {"name": "2"}]}],
        "devices": [{"id": "d", "name": "Desk", "profile": "generic-host"}],
        "voice": {"extensions": [{"number": "2001", "name": "Night bell", "kind": "sip"}, {"number": "2002", "kind": "sip"}]}
    }';

    public function testWhatBeginsSoStandsFirst(): void
    {
        self::assertSame(['Hall', 'hall annex', 'Old hall'], NameChoices::find(self::job(), 'locations', ' HALL'));
        self::assertSame([], NameChoices::find(self::job(), 'locations', 'cellar'));
        self::assertCount(3, NameChoices::find(self::job(), 'locations', '') ?? []);
    }

    public function testPortsCallsAndPartiesAreNamedAsTheirFieldsTakeThem(): void
    {
        self::assertSame(['Pier A/B / 2'], NameChoices::find(self::job(), 'ports', '/ 2'));
        self::assertSame(['2001 Night bell'], NameChoices::find(self::job(), 'calls', 'night'));
        self::assertSame(['2002'], NameChoices::find(self::job(), 'calls', '2002'));
        self::assertSame(['Desk (device)'], NameChoices::find(self::job(), 'parties', 'desk'));
        self::assertNull(NameChoices::find(self::job(), 'nothing', ''));
    }

    public function testThereAreNeverMoreThanOneReads(): void
    {
        $job = self::job();
        $many = array_map(static fn (int $n): string => \sprintf('{"id": "x-%d", "name": "Room %d"}', $n, $n), range(1, 300));
        $text = str_replace('"locations": [', '"locations": ['.implode(',', $many).',', self::JOB);
        self::assertCount(20, NameChoices::find(JobFile::read($text, ShippedProfiles::load()), 'locations', 'room') ?? []);
        self::assertSame([], NameChoices::find($job, 'locations', 'room'));
    }

    private static function job(): Job
    {
        return JobFile::read(self::JOB, ShippedProfiles::load());
    }
}
