<?php

declare(strict_types=1);

namespace Vorhut\Tests\App\Drawing;

use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Networks\LabelShelf;
use Vorhut\App\Networks\Ruler;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Segment;
use Vorhut\Tests\Support\Jobs;

final class RulerTest extends TestCase
{
    use TestTrait;

    public function testEverythingStandsWhereItsAddressIs(): void
    {
        $ruler = $this->ruler(Jobs::demo(), 'voice-n');
        self::assertSame(round(760 / 256, 1), $ruler->gateway);
        self::assertSame(round(128 * 760 / 256, 1), $ruler->pools[0]['x']);
        self::assertSame(round(72 * 760 / 256, 1), round($ruler->pools[0]['width'], 1));
        self::assertSame('DHCP range 10.47.10.128-10.47.10.199', $ruler->pools[0]['text']);
        self::assertSame('reserved range 10.47.10.2-10.47.10.9', $ruler->kept[0]['text']);
        self::assertCount(13, $ruler->strokes);
        self::assertSame('Phone system 10.47.10.10', $ruler->strokes[0]['title']);
        self::assertSame('13 planned, 6 as left, 160 free', $ruler->note);
    }

    public function testNeighboursOfOneKindShareALabel(): void
    {
        $texts = array_column($this->ruler(Jobs::demo(), 'sound')->labels, 'text');
        self::assertContains('Horns 8', $texts);
        self::assertContains('Receivers 2', $texts);
        self::assertContains('Horn, pier B', $texts);
        $ruler = $this->ruler(Jobs::demo(), 'sound');
        foreach ([...$ruler->labels, ...$ruler->wedges] as $label) {
            self::assertSame(-35 - 14 * $label['row'], $label['y'], 'a row above the other');
            self::assertGreaterThanOrEqual($ruler->top, $label['y'] - 11, 'inside the drawing');
        }
    }

    public function testConflictsAreWedgesThatLeadToTheirFinding(): void
    {
        $job = Jobs::demo();
        $ids = array_map(static fn ($f): string => $f->id(), Check::run($job));
        $wedges = $this->ruler($job, 'eastholm')->wedges;
        self::assertSame(['mask /16', 'no gateway', 'no gateway'], array_column($wedges, 'text'));
        self::assertSame(-1, $wedges[2]['row'], 'the second of two alike side by side has no label of its own');
        foreach ($wedges as $wedge) {
            self::assertContains($wedge['id'], $ids);
        }
    }

    public function testUnitsThatHaveTheirAddressStandTaller(): void
    {
        $job = Jobs::make(['a' => '10.47.1.0/24'], [
            'x' => ['at' => ['a', '10.47.1.10/24'], 'stage' => 'as-left'],
            'y' => ['at' => ['a', '10.47.1.20/24'], 'stage' => 'planned'],
        ]);
        self::assertSame([true, false], array_column($this->ruler($job, 'a')->strokes, 'done'));
    }

    public function testAWidePrefixShowsTheStretchInUse(): void
    {
        $job = Jobs::make(['a' => '172.16.0.0/12'], [
            'x' => ['at' => ['a', '172.16.1.44/12']],
            'y' => ['at' => ['a', '172.16.1.45/12']],
        ]);
        $ruler = $this->ruler($job, 'a');
        $labels = array_filter(array_column($ruler->ticks, 'label'), \is_string(...));
        self::assertSame('.0.0', reset($labels), 'the gateway lies at the beginning');
        self::assertLessThan(760, $ruler->strokes[1]['x']);
        self::assertGreaterThan(300, $ruler->strokes[0]['x'], 'two /24 wide, not a million addresses');
    }

    public function testASegmentWithoutSubnetIsNamedAndNotDrawn(): void
    {
        $job = Jobs::make([], []);
        self::assertSame([], Ruler::all($job, []));
        $segment = $job->with(new \Vorhut\Core\Job\ChangeSet('', [new \Vorhut\Core\Job\Edit(Segment::class, 's', null, ['id' => 's'])]));
        self::assertNull(Ruler::all($segment, [])[0]->subnet);
    }

    /** Whatever is placed: labels of one row keep their distance, and none leaves the drawing. */
    public function testLabelsNeverCoverEachOther(): void
    {
        $label = Generators::tuple(Generators::choose(0, 760), Generators::choose(2, 30));
        $this->limitTo(100)->forAll(Generators::vector(20, $label))->then(static function (array $labels): void {
            $shelf = new LabelShelf(760);
            $rows = [];
            /** @var list<array{int, int}> $labels */
            foreach ($labels as [$x, $length]) {
                $place = $shelf->fit((float) $x, str_repeat('x', $length));
                if (null === $place) {
                    continue;
                }
                $end = $place['x'] + $length * 6.3;
                self::assertGreaterThanOrEqual(0, $place['x']);
                self::assertLessThanOrEqual(760.1, $end);
                foreach ($rows[$place['row']] ?? [] as [$from, $to]) {
                    self::assertTrue($end <= $from || $place['x'] >= $to);
                }
                $rows[$place['row']][] = [$place['x'], $end];
            }
            self::assertNotSame([], $rows);
        });
    }

    private function ruler(Job $job, string $segment): Ruler
    {
        foreach (Ruler::all($job, Check::run($job)) as $ruler) {
            if ($ruler->segment->id === $segment) {
                return $ruler;
            }
        }
        self::fail('no ruler for '.$segment);
    }
}
