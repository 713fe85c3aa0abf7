<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Profile;

use Opis\JsonSchema\Validator;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Profile\Family;
use Vorhut\Core\Profile\ProfileLibrary;
use Vorhut\Core\Profile\SipRole;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;

final class ProfileTest extends TestCase
{
    private const MIN = '{"id":"p","family":"camera","factory":{"mode":"dhcp"}%s}';

    public function testTheShippedLibraryHoldsTheKindsTheJobNeeds(): void
    {
        $library = ShippedProfiles::load();
        $families = array_map(static fn (string $id): Family => $library->get($id)->family, $library->ids());
        foreach (
            [
                Family::Phone,
                Family::PhoneSystem,
                Family::Camera,
                Family::RoomSystem,
                Family::Audio,
                Family::Station,
                Family::Network,
            ] as $family
        ) {
            self::assertContains($family, $families, $family->value);
        }
        self::assertSame(SipRole::Server, $library->get('phone-system')->sipRole);
        self::assertSame([], $library->get('generic-host')->services);
        self::assertSame([], $library->get('generic-host')->joins);
    }

    /** @return iterable<string, array{string}> */
    public static function shipped(): iterable
    {
        foreach (self::files() as $file) {
            yield basename($file) => [$file];
        }
    }

    #[DataProvider('shipped')]
    public function testEachFileIsNamedAfterItsIdAndFitsTheSchema(string $file): void
    {
        $text = (string) file_get_contents($file);
        self::assertSame(basename($file, '.json'), Json::object($text)['id']);
        self::assertTrue(self::schemaAccepts($text));
    }

    /** What a station finds by a method, some unit answers, or nobody will ever be found by it. */
    public function testStationsSpeakMethodsThatUnitsAnswer(): void
    {
        $library = ShippedProfiles::load();
        foreach ($library->all() as $station) {
            foreach ($station->finds as $finder) {
                $answered = false;
                foreach ($library->all() as $unit) {
                    foreach ($unit->answers as $answer) {
                        $answered = $answered || $finder->meets($answer);
                    }
                }
                self::assertTrue($answered, \sprintf('%s %s', $station->id, $finder->method->value));
            }
        }
    }

    /** What a unit is managed and found by, it listens on. */
    public function testUnitsListenOnWhatTheyAreAskedFor(): void
    {
        foreach (ShippedProfiles::load()->all() as $profile) {
            $asked = array_filter([$profile->manage, $profile->media], static fn ($s): bool => null !== $s);
            foreach ($profile->answers as $finder) {
                if ('multicast-dns' !== $finder->method->value && !$finder->method->isAnnounced()) {
                    $asked[] = new \Vorhut\Core\Net\Service($finder->protocol, $finder->port, $finder->port);
                }
            }
            foreach ($asked as $service) {
                $covered = array_filter($profile->services, static fn ($s): bool => $s->covers($service->protocol, $service->firstPort));
                self::assertNotSame([], $covered, \sprintf('%s does not listen on %s', $profile->id, $service));
            }
        }
    }

    /** @return iterable<string, array{string, string}> */
    public static function mistakes(): iterable
    {
        yield 'unknown key' => [',"colour":"grey"', 'colour'];
        yield 'strange way in' => [',"waysIn":["window"]', 'waysIn'];
        yield 'service without port' => [',"services":["tcp"]', 'services[0]'];
        yield 'finder without port' => [',"answers":[{"method":"broadcast"}]', 'answers[0].port'];
        yield 'strange finder' => [',"finds":[{"method":"smoke"}]', 'finds[0].method'];
        yield 'endless boot' => [',"bootSeconds":99999', 'bootSeconds'];
        yield 'cautions as text' => [',"cautions":"careful"', 'cautions'];
        yield 'gateway policy' => [',"gatewayPolicy":"sometimes"', 'gatewayPolicy'];
    }

    #[DataProvider('mistakes')]
    public function testAMistakeIsRefusedWhereItStands(string $part, string $path): void
    {
        try {
            ProfileLibrary::fromJson(['p.json' => \sprintf(self::MIN, $part)]);
            self::fail('accepted');
        } catch (InvalidFile $e) {
            self::assertSame('p.json.'.$path, $e->errors[0]->path);
        }
        if ('finder without port' !== $path && !str_contains($part, 'broadcast')) {
            self::assertFalse(self::schemaAccepts(\sprintf(self::MIN, $part)));
        }
    }

    public function testAFixedFactoryAddressMustBeNamed(): void
    {
        $this->expectException(InvalidFile::class);
        $this->expectExceptionMessage('p.json.factory.address');
        ProfileLibrary::fromJson(['p.json' => '{"id":"p","family":"camera","factory":{"mode":"static"}}']);
    }

    public function testAJobsOwnProfileStandsInFrontOfTheShippedOne(): void
    {
        $own = '{"format":"vorhut-job","version":1,"job":{"name":"n"},"profiles":[{"id":"ptz-camera-rotary",'
            .'"name":"Odd camera","family":"camera","factory":{"mode":"none"}}],"devices":[{"id":"c",'
            .'"profile":"ptz-camera-rotary"}]}';
        $job = JobFile::read($own, ShippedProfiles::load());
        self::assertSame('Odd camera', $job->profileOf($job->devices['c'])->name);
        self::assertNotSame('Odd camera', ShippedProfiles::load()->get('ptz-camera-rotary')->name);
        try {
            JobFile::read(str_replace('"none"', '"never"', $own), ShippedProfiles::load());
            self::fail('accepted');
        } catch (InvalidFile $e) {
            self::assertSame(['$.profiles[0].factory.mode'], array_map(static fn (FileError $error): string => $error->path, $e->errors));
        }
    }

    /** @return list<string> */
    private static function files(): array
    {
        $files = glob(\dirname(__DIR__, 3).'/profiles/*.json');

        return false === $files ? [] : $files;
    }

    private static function schemaAccepts(string $text): bool
    {
        $validator = new Validator();
        $resolver = $validator->resolver() ?? throw new \LogicException('no resolver');
        $resolver->registerFile(
            'https://vorhut.example.net/schema/profile.schema.json',
            \dirname(__DIR__, 3).'/schema/profile.schema.json',
        );

        return $validator
            ->validate(
                json_decode($text, false, 64, \JSON_THROW_ON_ERROR),
                'https://vorhut.example.net/schema/profile.schema.json',
            )
            ->isValid();
    }
}
