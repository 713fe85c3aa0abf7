<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Reach;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Reach\ReachQueries;
use Vorhut\Tests\Support\Jobs;

/** Groups and broadcasts as queries see them. Within one segment the kernel comparison covers more. */
final class MulticastTest extends TestCase
{
    private const GROUP = '239.192.1.1';

    /**
     * @return iterable<string, array{
     *     array<string, mixed>,
     *     array<string, mixed>,
     *     int,
     *     array<string, bool>,
     * }> segment b, router ports' flags, ttl, who hears and whether it expires
     */
    public static function ways(): iterable
    {
        $routed = ['multicast' => true];
        yield 'routed, with room to live' => [['querier' => true], $routed, 2, ['near' => false, 'far' => false]];
        yield 'routed, time to live spent' => [['querier' => true], $routed, 1, ['near' => false]];
        yield 'not routed' => [[], [], 9, ['near' => false]];
        yield 'snooping without querier over there' => [
            ['snooping' => true],
            $routed,
            2,
            ['near' => false, 'far' => true],
        ];
        yield 'snooping with querier over there' => [
            ['snooping' => true, 'querier' => true],
            $routed,
            2,
            ['near' => false, 'far' => false],
        ];
    }

    /**
     * @param array<string, mixed> $segment
     * @param array<string, mixed> $flags
     * @param array<string, bool> $expected
     */
    #[DataProvider('ways')]
    public function testHowFarAGroupComes(array $segment, array $flags, int $ttl, array $expected): void
    {
        self::assertSame($expected, self::heard(self::job($segment, $flags), $ttl));
    }

    public function testFiltersActOnGroupsThatArePassedOn(): void
    {
        $rules = ['rules' => [['action' => 'deny', 'from' => 'any', 'to' => '239.192.0.0/14']]];
        self::assertSame(['near' => false], self::heard(self::job([], ['multicast' => true], $rules), 4));
        self::assertSame(
            ['near' => false, 'far' => false],
            self::heard(
                self::job(
                    [],
                    ['multicast' => true],
                    ['rules' => [['action' => 'deny', 'from' => 'any', 'to' => '239.255.0.0/16']]],
                ),
                4,
            ),
        );
    }

    public function testLinkLocalGroupsStayAndNeverExpire(): void
    {
        $job = Jobs::make(
            ['a' => ['prefix' => '10.47.1.0/24', 'snooping' => true]],
            [
                'mic' => ['at' => ['a', '10.47.1.10/24']],
                'near' => ['at' => ['a', '10.47.1.11/24'], 'if' => ['joins' => ['224.0.0.251']]],
            ],
        );
        $answer = (new ReachQueries($job))->answer(
            '{"id":1,"kind":"multicast","from":"mic","group":"224.0.0.251","port":5353,"ttl":255}',
        );
        self::assertSame([['device' => 'near', 'expires' => false]], $answer['receivers']);
    }

    public function testADirectedBroadcastCountsForWhomItIsOne(): void
    {
        $hosts = ['asker' => ['at' => ['a', '10.47.1.10/24', '10.47.1.1']]];
        foreach (['same' => '10.47.1.20/24', 'wider' => '10.47.1.30/16', 'narrower' => '10.47.1.140/25'] as $id => $address) {
            $hosts[$id] = ['at' => ['a', $address], 'if' => ['listens' => ['udp/6000']]];
        }
        $hosts['far'] = ['at' => ['b', '10.47.2.20/24', '10.47.2.1'], 'if' => ['listens' => ['udp/6000']]];
        $queries = new ReachQueries(Jobs::make(Jobs::TWO, $hosts, Jobs::ROUTER));
        $devices = static function (string $to) use ($queries): array {
            $receivers = $queries->answer(\sprintf('{"id":1,"kind":"broadcast","from":"asker","to":"%s","port":6000}', $to))['receivers'];

            return \is_array($receivers) ? array_column($receivers, 'device') : [];
        };
        self::assertSame(['same', 'narrower'], $devices('10.47.1.255'), 'for /25 at .128 it is the broadcast address, for /16 it is not');
        self::assertSame(['same', 'wider', 'narrower'], $devices('255.255.255.255'));
        self::assertSame([], $devices('10.47.2.255'), 'no router passes it on');
    }

    /**
     * @param array<string, mixed> $segment
     * @param array<string, mixed> $flags
     * @param array<string, mixed> $router
     */
    private static function job(array $segment, array $flags, array $router = []): Job
    {
        $joined = ['joins' => [self::GROUP], 'listens' => ['udp/5004']];

        return Jobs::make(['a' => '10.47.1.0/24', 'b' => ['prefix' => '10.47.2.0/24'] + $segment], [
            'mic' => ['at' => ['a', '10.47.1.10/24']],
            'near' => ['at' => ['a', '10.47.1.20/24'], 'if' => $joined],
            'deaf' => ['at' => ['a', '10.47.1.21/24'], 'if' => ['joins' => ['239.192.9.9'], 'listens' => ['udp/5004']]],
            'other-port' => ['at' => ['a', '10.47.1.22/24'], 'if' => ['joins' => [self::GROUP], 'listens' => ['udp/9']]],
            'far' => ['at' => ['b', '10.47.2.20/24'], 'if' => $joined],
        ], ['r' => ['in' => ['a' => ['address' => '10.47.1.1/24'] + $flags, 'b' => ['address' => '10.47.2.1/24'] + $flags]] + $router]);
    }

    /** @return array<string, bool> */
    private static function heard(Job $job, int $ttl): array
    {
        $receivers = (new ReachQueries($job))->answer(
            \sprintf('{"id":1,"kind":"multicast","from":"mic","group":"%s","port":5004,"ttl":%d}', self::GROUP, $ttl),
        )['receivers'];
        \assert(\is_array($receivers));
        $heard = [];
        foreach ($receivers as $receiver) {
            \assert(\is_array($receiver) && \is_string($receiver['device']) && \is_bool($receiver['expires']));
            $heard[$receiver['device']] = $receiver['expires'];
        }

        return $heard;
    }
}
