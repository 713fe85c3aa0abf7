<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Relation;

use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Relation\MissingPartner;
use Vorhut\Core\Relation\MissingPartners;

/** Who needs a partner by its type and has none, and whom it most likely works with. */
final class MissingPartnersTest extends TestCase
{
    private const JOB = '{
        "format": "vorhut-job", "version": 1, "job": {"name": "Partners"},
        "locations": [
            {"id": "house", "name": "House"}, {"id": "hall", "name": "Hall", "within": "house"},
            {"id": "booth", "name": "Booth", "within": "hall"}, {"id": "yard", "name": "Yard"}
        ],
        "devices": [
            {"id": "enc-a", "name": "Tide encoder", "profile": "stream-encoder", "location": "hall"},
            {"id": "enc-b", "name": "Gate encoder", "profile": "stream-encoder", "location": "yard"},
            {"id": "enc-c", "name": "Third encoder", "profile": "stream-encoder"},
            {"id": "rec-1", "name": "Gate receiver", "profile": "stream-receiver"},
            {"id": "rec-2", "name": "Any receiver", "profile": "stream-receiver", "location": "booth"},
            {"id": "ap", "name": "Access point", "profile": "access-point"},
            {"id": "con", "name": "Controller", "profile": "wireless-controller"},
            {"id": "bell", "name": "Ring detector", "profile": "ring-detector"},
            {"id": "desk", "name": "Desk phone", "profile": "desk-phone-page"}
        ],
        "pairings": [{"id": "p-1", "coupling": "listens-to", "from": "bell", "to": "desk"}]
    }';

    public function testWhoLacksAPartnerGetsTheLikeliest(): void
    {
        $told = array_map(
            static fn (MissingPartner $m): array => [$m->device->id, $m->type->id, $m->partners[0]->id ?? null, $m->reason],
            MissingPartners::find(self::job()),
        );
        self::assertSame([
            ['enc-a', 'feeds', 'rec-2', 'nearest by location'],
            ['enc-b', 'feeds', 'rec-1', 'by its name'],
            ['enc-c', 'feeds', 'rec-1', 'one of several alike'],
            ['ap', 'controlled-by', 'con', 'the only one of its type'],
            ['bell', 'closes', null, ''],
        ], $told, 'phones register by their extensions and are no case for a pairing; the ring detector has its phone already');
    }

    public function testWhoHasFewestPartnersIsProposedFirst(): void
    {
        $pair = '{"id": "p-2", "coupling": "feeds", "from": "enc-a", "to": "rec-1"},';
        $missing = MissingPartners::find(self::job($pair));
        $told = array_map(static fn (MissingPartner $m): array => [$m->device->id, $m->partners[0]->id ?? null, $m->reason], $missing);
        self::assertSame(['enc-b', 'rec-1', 'by its name'], $told[0], 'a name says more than a number of partners');
        self::assertSame(['enc-c', 'rec-2', 'has the fewest partners'], $told[1]);
        self::assertCount(2, $missing[1]->partners, 'the other can be chosen');
    }

    public function testOnlyWhatTheTypesAllowIsPossible(): void
    {
        $job = self::job();
        $possible = static fn (string $id): array => array_map(
            static fn (array $p): string => implode(' ', [$p[1]->id, $p[0]->id, $p[2]->id]),
            MissingPartners::possible($job, $job->devices[$id]),
        );
        self::assertSame(['ap controlled-by con'], $possible('ap'));
        self::assertSame(['ap controlled-by con'], $possible('con'), 'from either side');
        self::assertSame([], $possible('desk'), 'it rings through the detector already');
        self::assertSame(['enc-a feeds rec-1', 'enc-b feeds rec-1', 'enc-c feeds rec-1'], $possible('rec-1'));
    }

    private static function job(string $pairs = ''): Job
    {
        return JobFile::read(str_replace('"pairings": [', '"pairings": ['.$pairs, self::JOB), ShippedProfiles::load());
    }
}
