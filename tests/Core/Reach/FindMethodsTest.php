<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Reach;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Reach\Cause\PathDirection;
use Vorhut\Core\Record\Json;
use Vorhut\Tests\Support\FindingWords;
use Vorhut\Tests\Support\Jobs;

/** Every way of discovery: within a segment, across a plain router, and across one that is set for it. */
final class FindMethodsTest extends TestCase
{
    private const ROUTED = ['multicast' => true, 'mdnsRelay' => true];

    /** @return iterable<string, array{string, PairVerdict, PairVerdict, PairVerdict}> in the segment, across, across with routed groups */
    public static function methods(): iterable
    {
        yield 'broadcast' => ['broadcast', PairVerdict::Through, PairVerdict::NotFound, PairVerdict::NotFound];
        yield 'directed broadcast' => ['directed-broadcast', PairVerdict::Through, PairVerdict::NotFound, PairVerdict::NotFound];
        yield 'multicast DNS' => ['multicast-dns', PairVerdict::Through, PairVerdict::NotFound, PairVerdict::Through];
        yield 'simple service discovery' => ['service-discovery', PairVerdict::Through, PairVerdict::NotFound, PairVerdict::Through];
        yield 'web-service discovery' => ['web-service-discovery', PairVerdict::Through, PairVerdict::NotFound, PairVerdict::Through];
        yield 'universe discovery' => ['universe-discovery', PairVerdict::Through, PairVerdict::NotFound, PairVerdict::Through];
        yield 'session announcement' => ['session-announcement', PairVerdict::Through, PairVerdict::NotFound, PairVerdict::Through];
        yield 'link layer' => ['link-layer', PairVerdict::Through, PairVerdict::NotFound, PairVerdict::NotFound];
        yield 'registrar' => ['registrar', PairVerdict::Through, PairVerdict::Through, PairVerdict::Through];
        yield 'name' => ['by-name', PairVerdict::Through, PairVerdict::NotFound, PairVerdict::Through];
    }

    #[DataProvider('methods')]
    public function testHowFarAMethodReaches(string $method, PairVerdict $near, PairVerdict $across, PairVerdict $helped): void
    {
        self::assertSame($near, $this->find($method, 'a', []));
        self::assertSame($across, $this->find($method, 'b', []));
        self::assertSame($helped, $this->find($method, 'b', self::ROUTED));
    }

    /** What is announced fades where the station listens, what is asked fades where the unit does. */
    public function testWhereSnoopingForgetsTheListener(): void
    {
        foreach (['universe-discovery' => ['a', 'b'], 'service-discovery' => ['b', 'a']] as $method => [$listens, $asks]) {
            self::assertSame(PairVerdict::Fades, $this->find($method, 'b', self::ROUTED, $listens), $method);
            self::assertSame(PairVerdict::Through, $this->find($method, 'b', self::ROUTED, $asks), $method);
        }
    }

    /** @param array<string, bool> $flags of both router ports */
    private function find(string $method, string $segment, array $flags, ?string $snoops = null): PairVerdict
    {
        $net = 'a' === $segment ? 1 : 2;
        $segments = [];
        foreach (['a' => 1, 'b' => 2] as $id => $n) {
            $segments[$id] = ['prefix' => \sprintf('10.47.%d.0/24', $n), 'snooping' => $id === $snoops];
        }
        $job = Jobs::make(
            $segments,
            [
                'station' => ['at' => ['a', '10.47.1.10/24', '10.47.1.1']],
                'unit' => [
                    'hostname' => 'unit',
                    'at' => [$segment, \sprintf('10.47.%d.20/24', $net), \sprintf('10.47.%d.1', $net)],
                ],
            ],
            [
                'r' => [
                    'in' => [
                        'a' => ['address' => '10.47.1.1/24'] + $flags,
                        'b' => ['address' => '10.47.2.1/24'] + $flags,
                    ],
                ],
            ],
            [['id' => 'i', 'kind' => 'discover', 'from' => ['device:station'], 'to' => ['device:unit']]],
        );
        $finder = ['method' => $method]
            + (\in_array($method, ['broadcast', 'directed-broadcast'], true) ? ['port' => 6000] : []);
        $profile = static fn (string $id, array $more): array => [
            'id' => $id,
            'family' => 'computer',
            'factory' => ['mode' => 'dhcp'],
            'services' => ['tcp/80', 'udp/5060', 'udp/6000'],
            ...$more,
        ];
        // By name the unit has to be heard by mDNS, as no DNS server is named.
        $answers = 'by-name' === $method ? [$finder, ['method' => 'multicast-dns']] : [$finder];
        $data = Json::object(JobFile::write($job));
        $data['profiles'] = [$profile('finds', ['finds' => [$finder]]), $profile('answers', ['answers' => $answers])];
        foreach ((array) $data['devices'] as $n => $device) {
            \assert(\is_array($device) && \is_array($data['devices']));
            $data['devices'][$n] = ['profile' => 'station' === $device['id'] ? 'finds' : 'answers'] + $device;
        }
        $job = JobFile::read(Json::line($data), ShippedProfiles::load());
        FindingWords::assertCauses($job, 'i');
        $prediction = (new Prover($job))->prove()->intents['i']->pairs()[0];
        self::assertSame($prediction->span->holds(), null === $prediction->cause);
        self::assertSame(PathDirection::Request, $prediction->cause->leg ?? PathDirection::Request);

        return $prediction->span;
    }
}
