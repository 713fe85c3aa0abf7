<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Reach;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Reach\Find\Discovery;
use Vorhut\Core\Reach\Find\MethodResult;
use Vorhut\Core\Reach\Node\Network;
use Vorhut\Core\Reach\ReachQueries;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;
use Vorhut\Tests\Support\Jobs;

final class DiscoveryTest extends TestCase
{
    public function testInOneSegmentEveryMethodWorks(): void
    {
        $results = $this->find(self::job('a', ['camera-list' => ['10.47.1.80']]));
        self::assertSame(['broadcast' => null, 'multicast-dns' => null, 'unicast-list' => null], $results);
    }

    public function testAcrossSubnetsOnlyTheListWorks(): void
    {
        $results = $this->find(self::job('b', ['camera-list' => ['10.47.2.70-10.47.2.90']]));
        self::assertSame(['broadcast' => 'broadcast-stays', 'multicast-dns' => 'multicast-dns-stays', 'unicast-list' => null], $results);
        self::assertSame('not-in-list', $this->find(self::job('b', []))['unicast-list']);
        self::assertSame('not-in-list', $this->find(self::job('b', ['camera-list' => ['10.47.2.81', 'typing mistake']]))['unicast-list']);
    }

    public function testARelayCarriesMulticastDnsWhenBothLegsHaveIt(): void
    {
        self::assertNull($this->find(self::job('b', [], [true, true]))['multicast-dns']);
        self::assertSame('multicast-dns-stays', $this->find(self::job('b', [], [true, false]))['multicast-dns']);
        self::assertSame('multicast-dns-stays', $this->find(self::job('b', [], [false, true]))['multicast-dns']);
    }

    public function testAUnitDeafToTheGroupIsNotFound(): void
    {
        self::assertSame('multicast-dns-stays', $this->find(self::job('a', [], [false, false], ['joins' => []]))['multicast-dns']);
    }

    /** RFC 919: a limited broadcast is heard whatever the subnet; the answer needs a way of its own. */
    public function testABroadcastIsHeardByStrangersWhoseAnswerIsLost(): void
    {
        $results = $this->find(self::job('a', [], [false, false], ['address' => '192.0.2.80/24', 'gateway' => null]));
        self::assertSame('gateway-missing', $results['broadcast']);
    }

    public function testQueriesAreAnsweredInTheirOwnForm(): void
    {
        $queries = new ReachQueries(Jobs::demo());
        $unicast = $queries->answer('{"id":1,"kind":"unicast","from":"mic-station","to":"10.47.60.34","protocol":"udp","port":2202}');
        self::assertSame(
            [true, false, ['receiver-3'], 'lost-reply', ['mic-station', 'core', 'receiver-3']],
            [$unicast['delivered'], $unicast['replied'], $unicast['by'], $unicast['outcome'], $unicast['hops']],
        );
        self::assertSame('gateway-missing', Json::object(Json::line($unicast['cause']))['rule']);
        self::assertSame(
            [
                'receivers' => [
                    ['device' => 'berth-1', 'replyArrives' => true],
                    ['device' => 'berth-2', 'replyArrives' => true],
                    ['device' => 'berth-3', 'replyArrives' => true],
                ],
                'outcome' => 'ok',
            ],
            $queries->answer('{"id":2,"kind":"broadcast","from":"hall-camera/lan","to":"255.255.255.255","port":52100}'),
        );
        $heard = $queries->answer('{"id":3,"kind":"multicast","from":"recorder/lan","group":"224.0.0.251","port":80}');
        self::assertSame([], $heard['receivers'], 'nobody listens for UDP on port 80');
    }

    public function testQueriesThatCannotBeUnderstoodAreRefused(): void
    {
        $queries = new ReachQueries(Jobs::demo());
        $slips = [
            '{"from":"nobody","to":"10.47.1.1"}' => 'nobody',
            '{"from":"berth-1/wan","to":"10.47.1.1"}' => 'lan',
            '{"from":"berth-1","to":"10.47"}' => '$.to',
            '{"from":"berth-1","to":"10.47.1.1","protocol":"tcp"}' => '$.port',
            '{"from":"berth-1","to":"224.0.0.1"}' => 'unicast',
            '{"from":"berth-1","to":"10.47.1.1","prot":"tcp"}' => '$.prot',
            '{' => 'JSON',
            '{"kind":"multicast","from":"berth-1","group":"10.47.1.1","port":5}' => '239.255.255.255',
        ];
        foreach ($slips as $line => $word) {
            try {
                $queries->answer($line);
                self::fail('accepted '.$line);
            } catch (InvalidFile $e) {
                self::assertStringContainsString($word, $e->getMessage());
            }
        }
    }

    /** @return array<string, string|null> cause by method; null where it works */
    private function find(Job $job): array
    {
        $network = new Network($job);
        $address = $job->devices['camera']->primaryAddress()->address ?? throw new \LogicException();
        $results = [];
        $discovery = new Discovery($job, new Exchange($network));
        foreach ($discovery->find($job->devices['station'], $job->devices['camera'], $address) as $result) {
            $results[$result->finder->method->value] = self::cause($result);
        }
        ksort($results);

        return $results;
    }

    private static function cause(MethodResult $result): ?string
    {
        self::assertSame($result->works, null === $result->cause);

        return $result->cause?->rule->value;
    }

    /**
     * @param array<string, mixed> $settings
     * @param array{bool, bool} $relay
     * @param array<string, mixed> $interface
     */
    private static function job(string $segment, array $settings, array $relay = [false, false], array $interface = []): Job
    {
        $net = 'a' === $segment ? '10.47.1.' : '10.47.2.';

        return Jobs::make(Jobs::TWO, [
            'station' => [
                'profile' => 'camera-station',
                'at' => ['a', '10.47.1.10/24', '10.47.1.1'],
                'settings' => [] === $settings ? new \stdClass() : $settings,
            ],
            'camera' => [
                'profile' => 'ptz-camera-rotary',
                'interfaces' => [['segment' => $segment, 'address' => $net.'80/24', 'gateway' => $net.'1', ...$interface]],
            ],
        ], [
            'r' => [
                'in' => [
                    'a' => ['address' => '10.47.1.1/24', 'mdnsRelay' => $relay[0]],
                    'b' => ['address' => '10.47.2.1/24', 'mdnsRelay' => $relay[1]],
                ],
            ],
        ]);
    }
}
