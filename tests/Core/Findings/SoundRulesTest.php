<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Findings;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Audio chains: one rate, one clock, all channels, back from each insert, in time. */
final class SoundRulesTest extends TestCase
{
    use RuleCase;

    /** @return iterable<string, array{string, array<string, mixed>, string|null}> */
    public static function cases(): iterable
    {
        $plan = static fn (array $stages, array $chain = [], string $rate = '48000'): array => [
            'devices' => [
                [
                    'id' => 'desk', 'name' => 'Desk', 'profile' => 'audio-console',
                    'settings' => ['sample-rate' => '48000', 'clock' => 'own', 'sends' => 16],
                ],
                [
                    'id' => 'fx', 'name' => 'Server', 'profile' => 'processing-server',
                    'settings' => ['sample-rate' => $rate, 'channels' => 8],
                ],
            ],
            'chains' => [['id' => 'c', 'name' => 'Mics', ...$chain, 'stages' => $stages]],
        ];
        $desk = ['name' => 'Desk', 'device' => 'desk', 'samples' => 48];
        $insert = ['name' => 'Server', 'device' => 'fx', 'does' => 'insert', 'returned' => 8];

        $rates = 'sample-rates-differ';
        yield 'one rate' => [$rates, $plan([$desk, $insert]), null];
        yield 'two rates' => [$rates, $plan([$desk, $insert], rate: '96000'), 'Desk runs at 48 kHz and Server at 96 kHz'];
        yield 'converted' => [$rates, $plan([$desk, ['converts' => true] + $insert], rate: '96000'), null];
        yield 'something between that says no rate' => [
            $rates,
            $plan([$desk, ['name' => 'Wire'], ['name' => 'Box', 'rateHz' => 44100]]),
            'Box at 44.1',
        ];

        $clocks = 'clocks-differ';
        yield 'one clock' => [$clocks, $plan([$desk, $insert, $desk]), null];
        yield 'two clocks' => [$clocks, $plan([$desk, ['name' => 'Box', 'clock' => 'House clock']]), 'clocked by Desk and by House clock'];
        yield 'one behind a converter' => [$clocks, $plan([$desk, ['name' => 'Box', 'clock' => 'House clock', 'converts' => true]]), null];

        $short = 'channels-short';
        yield 'enough' => [$short, $plan([$desk, $insert], ['channels' => 8]), null];
        yield 'too few' => [$short, $plan([$desk, $insert], ['channels' => 9]), 'Server passes 8 of 9 channels of Mics'];

        $back = 'insert-without-return';
        yield 'all come back' => [$back, $plan([$insert]), null];
        yield 'some do not' => [$back, $plan([['returned' => 7] + $insert]), '7 of 8 channels return'];
        yield 'nobody has said that they do' => [$back, $plan([array_diff_key($insert, ['returned' => 0])]), '0 of 8'];
        yield 'what is not sent need not' => [$back, $plan([['does' => 'process'] + $insert]), null];

        $gain = 'gain-after-patch';
        yield 'gain first' => [$gain, $plan([['name' => 'Gain', 'does' => 'gain'], $insert]), null];
        yield 'gain behind' => [$gain, $plan([$insert, ['name' => 'Gain', 'does' => 'gain']]), 'Gain comes after the routing'];

        $deaf = 'horn-hears-nothing';
        $horn = static fn (array $lan): array => [
            'segments' => [['id' => 'n', 'subnets' => [['prefix' => '10.0.0.0/24']]]],
            'devices' => [
                ['id' => 'h', 'name' => 'Horn', 'profile' => 'paging-horn', 'interfaces' => [
                    ['name' => 'lan', 'segment' => 'n', 'address' => '10.0.0.5/24', ...$lan],
                ]],
                ['id' => 'r', 'name' => 'Ring horn', 'profile' => 'alert-horn', 'interfaces' => [
                    ['name' => 'lan', 'segment' => 'n', 'address' => '10.0.0.6/24'],
                ]],
            ],
        ];
        $joins = ['joins' => ['224.0.0.251', '239.192.1.1']];
        $flow = static fn (string $group): array => ['flows' => [
            ['id' => 'f', 'from' => 'device:r', 'to' => ['device:h'], 'cast' => 'multicast', 'kbps' => 1, 'group' => $group],
        ]];
        yield 'a zone that is spoken to' => [$deaf, $flow('239.192.1.1') + $horn($joins), null];
        yield 'a zone to which nobody speaks' => [
            $deaf,
            $flow('239.192.1.2') + $horn($joins),
            'No source sends to the paging group 239.192.1.1',
        ];
        yield 'no zone' => [$deaf, $horn([]), 'Horn is in no paging group'];
        yield 'only discovery' => [$deaf, $horn(['joins' => ['224.0.0.251']]), 'Horn is in no paging group'];
        yield 'a number' => [$deaf, ['voice' => ['extensions' => [['number' => '21', 'device' => 'h']]]] + $horn([]), null];
        $group = ['voice' => ['extensions' => [['number' => '21', 'kind' => 'paging', 'group' => '239.192.1.1']]]];
        yield 'a zone that a number speaks to' => [$deaf, $group + $horn($joins), null];

        $late = 'chain-too-late';
        $ms = static fn (float $ms, array $chain = []): array => $plan([$desk, ['name' => 'Rest', 'ms' => $ms]], $chain);
        yield 'six milliseconds' => [$late, $ms(5), null];
        yield 'more' => [$late, $ms(5.1), 'total latency 6.1 ms, limit 6.0 ms'];
        yield 'more than a budget of its own' => [$late, $ms(5, ['budgetMs' => 5]), 'limit 5.0 ms'];
        yield 'nobody hears themselves' => [$late, $ms(500, ['for' => 'other']), null];
        $picture = ['for' => 'picture', 'pictureMs' => 100];
        yield '45 behind the picture' => [$late, $ms(144, $picture), null];
        yield 'further behind' => [$late, $ms(144.2, $picture), 'limit 145.0 ms'];
        yield '15 before it' => [$late, $ms(84, $picture), null];
        yield 'further before' => [$late, $ms(83.8, $picture), 'Delay the audio of Mics.'];
        $rated = static fn (string $name): array => ['name' => $name, 'samples' => 480, 'rateHz' => 96000];
        yield 'samples by the rate they run at' => [$late, $plan([$rated('One')], ['budgetMs' => 4.9]), 'total latency 5.0 ms'];
    }

    /** @param array<string, mixed> $plan */
    #[DataProvider('cases')]
    public function testRules(string $rule, array $plan, ?string $says): void
    {
        self::assertRule($rule, $plan, $says);
    }
}
