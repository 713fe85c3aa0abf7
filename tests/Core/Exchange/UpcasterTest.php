<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Exchange;

use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Exchange\JobSchema;
use Vorhut\Core\Exchange\Upcaster;
use Vorhut\Core\Exchange\Upcasters;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;
use Vorhut\Tests\Support\Jobs;

/** The shape of records may change: what was written before is read as if it had been written after. */
final class UpcasterTest extends TestCase
{
    public function testTheDemoAsItWasIsReadInTheShapeOfLater(): void
    {
        // Once there was "sn", then "serial-number", now "serial".
        $old = self::named('sn');
        $upcasters = new Upcasters(
            [self::renames(old: 'serial-number', new: 'serial', version: 3), self::renames(old: 'sn', new: 'serial-number', version: 2)],
            3,
        );
        $job = JobFile::read($old, ShippedProfiles::load(), $upcasters);
        self::assertSame('KS-20-0021', $job->devices['berth-1']->serial);
        self::assertEquals(Jobs::demo()->records, $job->records);
        // What was written in between takes only the second step.
        $middle = str_replace('"version": 1', '"version": 2', self::named('serial-number'));
        self::assertEquals(Jobs::demo()->records, JobFile::read($middle, ShippedProfiles::load(), $upcasters)->records);
    }

    public function testOnlyItsOwnListIsRaised(): void
    {
        $upcasters = new Upcasters([self::renames(old: 'name', new: 'serial', version: 2)], 2);
        self::assertSame(['name' => 'x'], $upcasters->raise('segments', ['name' => 'x'], 1));
        self::assertSame(['serial' => 'x'], $upcasters->raise('devices', ['name' => 'x'], 1));
        self::assertSame(['name' => 'x'], $upcasters->raise('devices', ['name' => 'x'], 2), 'it has the new shape already');
        $upcasters = new Upcasters(
            [self::renames(old: 'name', new: 'label', version: 2), self::renames(old: 'name', new: 'serial', version: 3)],
            3,
        );
        self::assertSame(['serial' => 'x'], $upcasters->raise('devices', ['name' => 'x'], 2), 'the first step is behind it');
    }

    public function testAFileOfALaterVersionIsRefused(): void
    {
        $this->expectException(InvalidFile::class);
        $this->expectExceptionMessage('$.version');
        JobFile::read(str_replace('"version": 1', '"version": 2', Jobs::demoText()), ShippedProfiles::load());
    }

    public function testTheSchemasAreThoseOfTheDeclarations(): void
    {
        foreach (['job' => JobSchema::job(), 'profile' => JobSchema::profile()] as $name => $schema) {
            $file = \dirname(__DIR__, 3)."/schema/$name.schema.json";
            self::assertStringEqualsFile($file, Json::pretty($schema), 'run scripts/schema');
        }
    }

    /** The demo with another name for the serials of its devices; licences have one of their own. */
    private static function named(string $key): string
    {
        $file = Json::object(Jobs::demoText());
        \assert(\is_array($file['devices']));
        foreach ($file['devices'] as &$device) {
            \assert(\is_array($device));
            $device[$key] = $device['serial'] ?? null;
            unset($device['serial']);
        }

        return Json::pretty($file);
    }

    private static function renames(string $old, string $new, int $version): Upcaster
    {
        return new class($old, $new, $version) implements Upcaster {
            public function __construct(private string $old, private string $new, private int $version) {}

            public function list(): string
            {
                return 'devices';
            }

            public function version(): int
            {
                return $this->version;
            }

            public function raise(array $record): array
            {
                $keys = array_map(fn (int|string $key): int|string => $key === $this->old ? $this->new : $key, array_keys($record));

                return array_combine($keys, $record);
            }
        };
    }
}
