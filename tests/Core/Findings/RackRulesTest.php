<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Findings;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Plan;
use Vorhut\Core\Findings\Rooms\MediaPortsShared;
use Vorhut\Tests\Support\Jobs;

/** Racks, circuits, injectors, and who meets whom. */
final class RackRulesTest extends TestCase
{
    use RuleCase;

    /** @return iterable<string, array{string, array<string, mixed>, string|null}> */
    public static function cases(): iterable
    {
        $rack = static fn (array $holds, array $rack = [], array $more = []): array => [
            'devices' => [['id' => 'srv', 'name' => 'Server', 'profile' => 'screen-server', 'location' => 'room']],
            'locations' => [['id' => 'room', 'name' => 'Room', 'celsius' => 25]],
            'racks' => [['id' => 'r', 'name' => 'Rack', 'location' => 'room', 'units' => 12, 'holds' => $holds, ...$rack]],
        ];
        $box = static fn (string $name, int $unit, float $kilograms, int $height = 1): array => [
            'name' => $name, 'unit' => $unit, 'height' => $height, 'kilograms' => $kilograms,
        ];
        $twice = 'rack-unit-twice';
        // The server is four units high by its kind.
        yield 'side by side' => [$twice, $rack([['device' => 'srv', 'unit' => 1], $box('Box', 5, 1)]), null];
        yield 'in each other' => [
            $twice,
            $rack([['device' => 'srv', 'unit' => 1], $box('Box', 4, 1)]),
            'Server and Box both occupy rack unit 4',
        ];
        yield 'up to the top' => [$twice, $rack([['device' => 'srv', 'unit' => 9]]), null];
        yield 'beyond it' => [$twice, $rack([['device' => 'srv', 'unit' => 10]]), 'Server does not fit into Rack'];

        $heavy = 'rack-top-heavy';
        yield 'heavy below' => [$heavy, $rack([$box('Battery', 1, 30), $box('Panel', 5, 2)]), null];
        yield 'heavy above' => [
            $heavy,
            $rack([$box('Panel', 1, 2), $box('Battery', 5, 30)]),
            'Battery (30 kg) is mounted above Panel (2 kg)',
        ];
        yield 'above what nobody has weighed' => [$heavy, $rack([['name' => 'Panel', 'unit' => 1], $box('Battery', 5, 30)]), null];
        yield 'a little more above' => [$heavy, $rack([$box('One', 1, 26), $box('Other', 5, 30)]), null];
        yield 'light things in any order' => [$heavy, $rack([$box('One', 1, 1), $box('Other', 5, 8)]), null];
        yield 'three in a row' => [$heavy, $rack([$box('A', 1, 2), $box('B', 2, 12, 3), $box('C', 6, 40, 2)]), 'B (12 kg)'];

        yield 'earthed' => ['rack-not-earthed', $rack([$box('A', 1, 2)], ['earthed' => true]), null];
        yield 'not earthed' => ['rack-not-earthed', $rack([$box('A', 1, 2)]), 'licensed electrician'];

        $warm = 'rack-too-warm';
        $at = static fn (int $celsius): array => ['locations' => [['id' => 'room', 'name' => 'Room', 'celsius' => $celsius]]]
            + $rack([['device' => 'srv', 'unit' => 1]]);
        yield 'five degrees below what it bears' => [$warm, $at(25), null];
        yield 'warmer' => [$warm, $at(26), 'Server is rated to 30'];

        $circuit = static fn (float $amps, array $feeds = []): array => [
            'circuits' => [['id' => 'c', 'name' => 'Circuit', 'volts' => 230, 'amps' => $amps, 'devices' => $feeds]],
        ] + $rack([['device' => 'srv', 'unit' => 1], ['name' => 'Box', 'unit' => 6, 'watts' => 286]], ['circuit' => 'c']);
        // 450 W and 286 W: 736 W are 80 % of 230 V × 4 A.
        yield 'what it bears all day' => ['circuit-overloaded', $circuit(4), null];
        yield 'more' => ['circuit-overloaded', $circuit(3.99), 'continuous limit 734 W, connected load 736 W'];
        yield 'with what hangs beside' => ['circuit-overloaded', $circuit(4, ['srv']), 'connected load 1186 W'];

        $meet = static fn (array $conference, array $more = []): array => [
            'devices' => [
                ['id' => 'a', 'name' => 'Codec', 'profile' => 'room-codec', ...$more],
                ['id' => 'b', 'name' => 'Far codec', 'profile' => 'room-codec'],
                ['id' => 'c', 'name' => 'Bar', 'profile' => 'video-bar'],
            ],
            'conferences' => [['id' => 'm', 'name' => 'Meeting', 'host' => 'a', ...$conference]],
        ];
        $sites = 'sites-beyond-licence';
        $licence = static fn (int $count): array => [
            'licences' => [['id' => 'l', 'device' => 'a', 'kind' => 'multipoint', 'count' => $count]],
        ];
        yield 'two need no licence' => [$sites, $meet(['sites' => ['b']]), null];
        yield 'three do' => [$sites, $meet(['sites' => ['b', 'c']]), 'Order a licence for 2 more'];
        yield 'three have it' => [$sites, $licence(2) + $meet(['sites' => ['b', 'c']]), null];
        yield 'one from outside counts' => [$sites, $licence(2) + $meet(['sites' => ['b', 'c'], 'outside' => 1]), 'has 4 sites'];
        $listed = static fn (string ...$to): array => ['pairings' => array_map(
            static fn (string $t): array => ['id' => 'd-'.$t, 'coupling' => 'dials', 'from' => 'a', 'to' => $t],
            $to,
        )];
        yield 'in the directory' => ['site-not-listed', $listed('b') + $meet(['sites' => ['b']]), null];
        yield 'not in it' => ['site-not-listed', $listed('b') + $meet(['sites' => ['b', 'c']]), 'Bar is not in the directory of Codec'];
        $outside = 'outside-cannot-call';
        yield 'with a public address' => [$outside, $meet(['outside' => 1], ['settings' => ['public-address' => '198.51.100.9']]), null];
        yield 'without' => [$outside, $meet(['outside' => 1]), 'no public address'];
        yield 'nobody from outside' => [$outside, $meet(['sites' => ['b']]), null];

        $behind = static fn (array $forwards, string $public = '198.51.100.2'): array => [
            'segments' => [['id' => 'in', 'subnets' => [['prefix' => '10.0.0.0/24', 'gateway' => '10.0.0.1']]], ['id' => 'out']],
            'routers' => [['id' => 'r', 'name' => 'Router', 'forwards' => $forwards, 'interfaces' => [
                ['segment' => 'in', 'address' => '10.0.0.1/24'], ['segment' => 'out', 'address' => '198.51.100.2/24'],
            ]]],
        ] + $meet(['outside' => 1], [
            'settings' => ['public-address' => $public, 'media-from' => 16000, 'media-to' => 16003],
            'interfaces' => [['name' => 'lan', 'segment' => 'in', 'address' => '10.0.0.5/24', 'gateway' => '10.0.0.1']],
        ]);
        $on = static fn (int $port, int $last, string $to = '10.0.0.5'): array => [
            'interface' => '198.51.100.2', 'protocol' => 'udp', 'port' => $port, 'lastPort' => $last, 'to' => $to,
        ];
        $media = 'media-not-forwarded';
        yield 'nothing is handed on' => [$media, $behind([]), 'Add a port forward for UDP 16000 to 16003 to Codec on Router.'];
        yield 'all of it is' => [$media, $behind([$on(16000, 16001), $on(16002, 16003)]), null];
        yield 'all but the last' => [$media, $behind([$on(16000, 16002)]), 'Router does not forward media to Codec'];
        yield 'to somebody else' => [$media, $behind([$on(16000, 16003, '10.0.0.6')]), 'Router does not forward media to Codec'];
        yield 'by somebody else\'s router' => [$media, $behind([], '203.0.113.9'), null];

        $codecs = static fn (array ...$settings): array => ['devices' => array_map(
            static fn (array $s, int|string $n): array => [
                'id' => 'k'.$n, 'name' => 'Codec '.$n, 'profile' => 'room-codec', 'settings' => $s + ['public-address' => '198.51.100.2'],
            ],
            $settings,
            array_keys($settings),
        )];
        $range = static fn (int $from, int $to): array => ['media-from' => $from, 'media-to' => $to];
        $shared = 'media-ports-shared';
        yield 'three behind one address' => [
            $shared, $codecs([], $range(16200, 16299), []), 'Set media ports 16300 to 16499 on Codec 2, and forward them to it.',
        ];
        yield 'one port in common' => [$shared, $codecs($range(16000, 16009), $range(16009, 16019)), 'have the same media ports'];
        $back = $codecs($range(16009, 16019), $range(16000, 16009));
        yield 'one in common, the other way round' => [$shared, $back, 'have the same media ports'];
        yield 'each with its own' => [$shared, $codecs($range(16000, 16009), $range(16010, 16019)), null];
        yield 'behind two addresses' => [$shared, $codecs([], ['public-address' => '198.51.100.3']), null];
        yield 'no room above' => [$shared, $codecs($range(65000, 65535), $range(65000, 65535)), 'Set a range of its own on each.'];

        $fed = static fn (array $plug): array => [
            'switches' => [['id' => 's', 'name' => 'Switch', 'ports' => [['name' => '1', 'poeClass' => 4]]]],
            'segments' => [['id' => 'n', 'subnets' => [['prefix' => '10.0.0.0/24']]]],
            'devices' => [['id' => 'cam', 'name' => 'Camera', 'profile' => 'ptz-camera-rotary', 'interfaces' => [
                ['name' => 'lan', 'segment' => 'n', 'address' => '10.0.0.5/24', 'plug' => ['to' => 's/1', 'metres' => 400, ...$plug]],
            ]]],
        ];
        yield 'too far' => ['power-short', $fed([]), 'Camera does not get enough power'];
        yield 'an injector beside it' => ['power-short', $fed(['injector' => 4, 'injectorMetres' => 3]), null];
        yield 'one that gives too little' => [
            'power-short',
            $fed(['injector' => 2, 'injectorMetres' => 3]),
            'Camera does not get enough power',
        ];
    }

    public function testEachIsProposedMediaPortsThatNobodyElseIs(): void
    {
        $codec = ['profile' => 'room-codec', 'settings' => ['public-address' => '198.51.100.2']];
        $plan = new Plan(Jobs::make([], ['a' => $codec, 'b' => $codec, 'c' => $codec]));
        $advice = array_map(static fn (Finding $f): string => $f->advice, iterator_to_array((new MediaPortsShared())->check($plan), false));
        self::assertSame([
            'Set media ports 16200 to 16399 on b, and forward them to it.',
            'Set media ports 16400 to 16599 on c, and forward them to it.',
        ], $advice);
    }

    /** @param array<string, mixed> $plan */
    #[DataProvider('cases')]
    public function testRules(string $rule, array $plan, ?string $says): void
    {
        self::assertRule($rule, $plan, $says);
    }
}
