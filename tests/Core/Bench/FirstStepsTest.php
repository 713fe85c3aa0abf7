<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Bench;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Bench\BenchStep;
use Vorhut\Core\Bench\FirstSteps;
use Vorhut\Core\Bench\UnitNeeds;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Stage;
use Vorhut\Core\Search\JobSearch;
use Vorhut\Tests\Support\Jobs;

final class FirstStepsTest extends TestCase
{
    public function testTheStepsLeadFromTheCartonToTheNewAddress(): void
    {
        $job = Jobs::demo();
        $steps = FirstSteps::of($job, $job->devices['berth-3']);
        self::assertSame(
            ['unpack', 'connect', 'contact', 'password', 'address', 'back'],
            array_map(static fn (BenchStep $s): string => $s->id, $steps),
        );
        self::assertSame(
            [
                'Name' => 'berth-3',
                'Address' => '10.47.20.23',
                'Mask' => '255.255.255.0 (/24)',
                'Gateway' => '10.47.20.1',
                'DNS' => '10.47.1.53',
                'Time server' => '10.47.1.123',
            ],
            $steps[4]->values,
        );
        self::assertSame([Stage::Addressed, 90], [$steps[4]->stage, $steps[4]->wait]);
        self::assertArrayHasKey('Open', $steps[2]->values);
        self::assertArrayNotHasKey('Open', $steps[4]->values);
    }

    /** @return iterable<string, array{int, string, string|null}> step, what was read, a word of the objection */
    public static function readings(): iterable
    {
        yield 'right MAC' => [0, '024700002017', null];
        yield 'left blank' => [0, '  ', null];
        yield 'look-alike' => [0, 'O2-47-00-00-20-I7', 'look alike'];
        yield 'other unit' => [0, '02-47-00-00-20-18', 'This is the MAC of Berth 4 camera'];
        yield 'nobody planned' => [0, '02-47-00-00-99-18', 'another unit'];
        yield 'right address' => [4, '10.47.20.23', null];
        yield 'other address' => [4, '10.47.20.33', 'planned one'];
        yield 'no address' => [4, '10.47', 'without spaces'];
    }

    #[DataProvider('readings')]
    public function testWhatIsReadAtTheUnitIsComparedWithThePlan(int $step, string $read, ?string $word): void
    {
        $job = Jobs::demo();
        $device = $job->devices['berth-3'];
        if (null !== $word) {
            $this->expectException(InvalidValue::class);
            $this->expectExceptionMessage($word);
        } else {
            $this->expectNotToPerformAssertions();
        }
        FirstSteps::verify($job, $device, FirstSteps::of($job, $device)[$step], $read);
    }

    public function testTheLastStepTakesFromTheLaptopJustWhatItWasGiven(): void
    {
        self::assertStringContainsString('Remove 192.0.2.', self::lastOf(null), 'as long as nothing is recorded, what would be given');
        self::assertStringNotContainsString('Remove', self::lastOf([]));
        self::assertStringContainsString('Remove 10.47.20.9/24', self::lastOf(['10.47.20.9/24']));
    }

    /** @param list<string>|null $added */
    private static function lastOf(?array $added): string
    {
        $job = Jobs::demo();
        $steps = FirstSteps::of($job, $job->devices['berth-4'], [], $added);

        return implode(' ', $steps[\count($steps) - 1]->do);
    }

    public function testAUnitIsToldWhatThePlanHasForIt(): void
    {
        $job = Jobs::demo();
        $needs = static fn (string $id): array => UnitNeeds::of($job, $job->devices[$id]);
        self::assertSame(['Extension' => '2001', 'Registers at' => '10.47.10.10'], $needs('ticket-1'));
        self::assertSame(['Asks, port 2202' => '10.47.50.20-10.47.50.21, 10.47.60.32-10.47.60.35'], $needs('mic-station'));
        self::assertSame('239.192.50.1', $needs('horn-1')['Listens to'] ?? null, 'without that of multicast DNS');
        self::assertSame([], $needs('berth-1'));
        $ids = array_map(static fn (BenchStep $s): string => $s->id, FirstSteps::of($job, $job->devices['ticket-1']));
        self::assertContains('values', $ids);
        $ids = array_map(static fn (BenchStep $s): string => $s->id, FirstSteps::of($job, $job->devices['berth-1']));
        self::assertNotContains('values', $ids);
    }

    /** @return iterable<array{string, string}> what is typed, and the first hit */
    public static function searches(): iterable
    {
        yield ['10.47.60.34', 'receiver-3'];
        yield ['02:47:00:00:20:15', 'berth-1'];
        yield ['024700002016', 'berth-2'];
        yield ['00-20-17', 'berth-3'];
        yield ['O2-47-00-00-20-I7', 'berth-3'];
        yield ['ks-20-0021', 'berth-1'];
        yield ['2030', 'hut-phone'];
        yield ['horn, pier', 'horn-pier-b'];
        yield ['eastholm hut', 'eastholm'];
    }

    #[DataProvider('searches')]
    public function testTheJumpFieldFinds(string $typed, string $id): void
    {
        self::assertSame($id, JobSearch::find(Jobs::demo(), [], $typed)[0]['id'] ?? null);
    }

    public function testTheJumpFieldFindsNothingForNothing(): void
    {
        self::assertSame([], JobSearch::find(Jobs::demo(), [], ' '));
        self::assertSame([], JobSearch::find(Jobs::demo(), [], 'zeppelin'));
    }
}
