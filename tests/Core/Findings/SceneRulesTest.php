<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Findings;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Scenes of a store, its contact, and runs of fixtures. */
final class SceneRulesTest extends TestCase
{
    use RuleCase;

    /** @return iterable<string, array{string, array<string, mixed>, string|null}> */
    public static function cases(): iterable
    {
        $plan = static fn (array $scenes, array $settings = [], bool $desk = true): array => [
            'devices' => [
                ['id' => 's', 'name' => 'Store', 'profile' => 'scene-store', 'settings' => (object) $settings],
                ['id' => 'd', 'name' => 'Desk', 'profile' => 'lighting-desk'],
            ],
            'pairings' => $desk ? [['id' => 'p', 'coupling' => 'stored-from', 'from' => 's', 'to' => 'd']] : [],
            'scenes' => array_map(
                static fn (mixed $s, int|string $n): array => [
                    'id' => 'x'.$n, 'name' => 'Scene '.$n, 'store' => 's', 'number' => (int) $n + 1, ...(array) $s,
                ],
                $scenes,
                array_keys($scenes),
            ),
        ];
        yield 'still' => ['scene-moves', $plan([[]]), null];
        yield 'moving' => ['scene-moves', $plan([['look' => 'moving']]), 'Scene 0 has movement; Store holds static scenes only'];
        yield 'each its number' => ['scene-number-taken', $plan([[], []]), null];
        yield 'one number for two' => ['scene-number-taken', $plan([[], ['number' => 1]]), 'Scene 0 and Scene 1 are both scene 1 of Store'];
        yield 'the last key' => ['scene-beyond-store', $plan([['number' => 8]]), null];
        yield 'a key that is not there' => ['scene-beyond-store', $plan([['number' => 9]]), 'Set the number of Scene 0 to 8 or lower.'];

        $how = 'scene-source-misfit';
        $wire = [['source' => 'wire']];
        yield 'by keys' => [$how, $plan($wire, ['capture' => 'wire']), null];
        yield 'by keys while the network overrides' => [
            $how,
            $plan($wire, ['capture' => 'network', 'override' => true]),
            'its keys capture nothing',
        ];
        yield 'by keys while it does not' => [$how, $plan($wire, ['capture' => 'network', 'override' => false]), null];
        yield 'from the desk' => [$how, $plan([['source' => 'network']]), null];
        yield 'from no desk' => [$how, $plan([['source' => 'network']], desk: false), 'No lighting desk is paired with it'];
        yield 'from the desk to a store of keys' => [
            $how,
            $plan([['source' => 'network']], ['capture' => 'wire']),
            'captures from DMX512 only',
        ];
        yield 'on its page' => [$how, $plan([['source' => 'page']], ['capture' => 'wire'], desk: false), null];

        $contact = 'contact-scene-missing';
        yield 'its scene is there' => [$contact, $plan([[], []], ['contact-scene' => 2]), null];
        yield 'its scene is not' => [$contact, $plan([[], []], ['contact-scene' => 3]), 'recalls scene 3, which is not planned'];
        yield 'nobody has planned scenes' => [$contact, $plan([], ['contact-scene' => 3]), null];
        $mode = 'contact-mode-misfit';
        yield 'overrides while closed' => [$mode, $plan([], ['contact-mode' => 'closed', 'contact-overrides' => true]), null];
        yield 'overrides and toggles' => [
            $mode,
            $plan([], ['contact-mode' => 'toggle', 'contact-overrides' => true]),
            'has priority and is set to toggle',
        ];
        yield 'only toggles' => [$mode, $plan([], ['contact-mode' => 'toggle', 'contact-overrides' => false]), null];

        $run = static fn (array $run): array => ['runs' => [['id' => 'r', 'name' => 'Run', 'node' => 's', ...$run]]] + $plan([]);
        yield 'a run of 300 m' => ['run-too-long', $run(['metres' => 300]), null];
        yield 'a longer one' => ['run-too-long', $run(['metres' => 301]), 'Run is 301 m long'];
        yield 'its end is closed' => ['run-open-end', $run(['terminated' => true]), null];
        yield 'its end is open' => ['run-open-end', $run([]), 'no terminator'];

        $lamp = static fn (int $universe): array => [
            'fixtures' => [['id' => 'f', 'name' => 'Lamp', 'universe' => $universe, 'start' => 1]],
        ] + $plan([]);
        yield 'sent by the desk' => ['universe-unsent', $lamp(1), null];
        yield 'sent by nobody' => ['universe-unsent', $lamp(2), 'Universe 2 has no source'];
        yield 'no desk is planned' => ['universe-unsent', ['devices' => [], 'pairings' => [], 'scenes' => []] + $lamp(2), null];
    }

    /** @param array<string, mixed> $plan */
    #[DataProvider('cases')]
    public function testRules(string $rule, array $plan, ?string $says): void
    {
        self::assertRule($rule, $plan, $says);
    }
}
