<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Job;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\FilterRule;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\RecordOrder;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Record\RecordType;
use Vorhut\Tests\Support\Jobs;

/** Records that are moved in their lists, and rules that stand before others. */
final class MoveTest extends TestCase
{
    public function testAMoveChangesTheOrderOfRecordsAndObjectsAndComesBack(): void
    {
        $job = Jobs::make(['a' => '10.47.1.0/24', 'b' => '10.47.2.0/24', 'c' => '10.47.3.0/24', 'd' => '10.47.4.0/24'], []);
        $moves = [['c', '', 'cabd'], ['a', 'b', 'bacd'], ['a', 'd', 'bcda'], ['d', 'a', 'adbc'], ['b', 'a', 'abcd']];
        foreach ($moves as [$id, $behind, $order]) {
            $change = new ChangeSet('', [$job->move(Segment::class, $id, $behind)]);
            self::assertSame('abcd' === $order, $change->isEmpty(), $order);
            $moved = $job->with($change);
            self::assertSame([$order, $order], self::order($moved), \sprintf('%s behind "%s"', $id, $behind));
            self::assertSame(['abcd', 'abcd'], self::order($moved->with($change->reversed(''))), 'and back');
        }
        $twice = new ChangeSet('', [$job->move(Segment::class, 'd', '')]);
        $next = $job->with($twice)->move(Segment::class, 'd', 'b');
        $both = $twice->then(new ChangeSet('', [$next]));
        self::assertSame(['abdc', 'abdc'], self::order($job->with($both)), 'sequential as one');
        self::assertSame(['abcd', 'abcd'], self::order($job->with($both)->with($both->reversed(''))));
        self::assertNotSame($twice->fingerprint(), $both->fingerprint());
    }

    public function testAStepUpOrDown(): void
    {
        self::assertSame(['', 'a', 'c', null, null], [
            RecordOrder::step(['a', 'b', 'c'], 'b', -1),
            RecordOrder::step(['a', 'b', 'c'], 'c', -1),
            RecordOrder::step(['a', 'b', 'c'], 'b', 1),
            RecordOrder::step(['a', 'b', 'c'], 'a', -1),
            RecordOrder::step(['a', 'b', 'c'], 'c', 1),
        ]);
        self::assertSame('2002', RecordOrder::step([2001, 2002, 2003, 2004], '2004', -1), 'numbers are names, too');
    }

    public function testARuleCoversWhatItNamesAndNoMore(): void
    {
        $all = self::rule('any', 'any');
        $net = self::rule(from: '10.47.0.0/16', to: 'any', protocol: 'tcp');
        $host = self::rule(from: '10.47.1.9/32', to: '10.47.2.0/24', protocol: 'tcp', ports: '443');
        foreach ([[$all, $net], [$all, $host], [$net, $host], [$host, $host]] as [$wide, $narrow]) {
            self::assertTrue($wide->covers($narrow), $wide.' / '.$narrow);
        }
        $others = [
            [$net, $all],
            [$host, $net],
            [$net, self::rule(from: '10.47.1.9/32', to: 'any', protocol: 'udp')],
            [self::rule('10.47.1.0/24', 'any'), self::rule('10.47.0.0/16', 'any')],
            [self::rule('10.48.0.0/16', 'any'), self::rule('10.47.1.0/24', 'any')],
            [$host, self::rule(from: '10.47.1.9/32', to: '10.47.2.0/24', protocol: 'tcp', ports: '80')],
            [$host, self::rule(from: '10.47.1.9/32', to: '10.47.2.0/24', protocol: 'tcp')],
        ];
        foreach ($others as [$wide, $narrow]) {
            self::assertFalse($wide->covers($narrow), $wide.' / '.$narrow);
        }
    }

    /** @return array{string, string} ids of the records and of the objects made of them */
    private static function order(Job $job): array
    {
        return [implode('', array_keys($job->records['segments'])), implode('', array_keys($job->all(Segment::class)))];
    }

    private static function rule(string $from, string $to, string $protocol = 'any', string $ports = 'any'): FilterRule
    {
        $record = ['action' => 'deny', 'from' => $from, 'to' => $to, 'protocol' => $protocol, 'ports' => $ports];

        return RecordType::fromClass(FilterRule::class)->read($record);
    }
}
