<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Intent;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Exchange\JobGenerator;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Proof\PairGroup;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Record\Json;
use Vorhut\Tests\Kernel\RandomJobs;
use Vorhut\Tests\Support\Jobs;

/** What is said for a group is what each of its pairs would be told by itself. */
final class LikenessTest extends TestCase
{
    /** @return iterable<string, array{Job}> */
    public static function jobs(): iterable
    {
        yield 'demo' => [Jobs::demo()];
        yield 'alike but for an address that two of them have' => [Jobs::make(
            ['a' => '10.47.1.0/24'],
            array_map(static fn (string $a): array => ['at' => ['a', $a.'/24'], 'if' => ['listens' => ['udp/7000']]], [
                'h0' => '10.47.1.10',
                'h1' => '10.47.1.11',
                'h2' => '10.47.1.12',
                'h3' => '10.47.1.12',
            ]),
            [],
            [['id' => 'i', 'kind' => 'reach', 'from' => ['segment:a'], 'to' => ['segment:a'], 'service' => 'udp/7000']],
        )];
        yield 'generated' => [JobFile::read(Json::line((new JobGenerator(150, 5))->generate()), ShippedProfiles::load())];
        foreach ([...range(1, 40), random_int(1000, 1 << 30)] as $seed) {
            $job = (new RandomJobs($seed))->job();
            if (0 === $seed % 3) {
                // The random jobs give no address twice; here the second unit has that of the first.
                $edit = $job->editInterface(Device::class, 'h1', 0, ['address' => (string) $job->devices['h0']->interfaces[0]->address]);
                $job = $job->with(new ChangeSet('', [$edit]));
            }
            $all = ['segment:s0', 'segment:s1', 'segment:s2', 'segment:s3'];
            $all = array_values(array_filter($all, static fn (string $s): bool => isset($job->segments[substr($s, 8)])));
            $data = Json::object(JobFile::write($job));
            $intents = [];
            foreach (['icmp', 'udp/7000', 'udp/5060', 'tcp/9'] as $n => $service) {
                $intents[] = [
                    'id' => 'i'.$n,
                    'kind' => 'reach',
                    'from' => $all,
                    'to' => $all,
                    'service' => $service,
                    'expect' => ['must', 'must-not'][$n % 2],
                ];
            }
            foreach (['call', 'register', 'manage', 'page'] as $n => $kind) {
                $expect = ['must', 'must-not'][($seed + $n) % 2];
                $intents[] = ['id' => $kind, 'kind' => $kind, 'from' => $all, 'to' => $all, 'expect' => $expect];
            }
            $data = ['intents' => $intents, 'voice' => ['extensions' => self::extensions($job, $seed)]] + $data;
            yield 'seed '.$seed => [JobFile::read(Json::line($data), ShippedProfiles::load())];
        }
    }

    /** @return list<array<string, string>> some devices have none, some one that belongs nowhere, some several */
    private static function extensions(Job $job, int $seed): array
    {
        $random = new Randomizer(new Mt19937($seed));
        $ids = array_map(strval(...), array_keys($job->devices));
        $extensions = [];
        for ($n = 0; $n < 6; ++$n) {
            $server = $ids[$random->getInt(0, \count($ids) - 1)];
            $extensions[] = ['number' => (string) (2000 + $n), 'device' => $ids[$random->getInt(0, \count($ids) - 1)]]
                + (0 === $random->getInt(0, 2) ? [] : ['server' => $server]);
        }

        return $extensions;
    }

    #[DataProvider('jobs')]
    public function testAGroupSpeaksForEachOfItsPairs(Job $job): void
    {
        $prover = new Prover($job);
        foreach ($prover->prove()->intents as $id => $prediction) {
            $alone = [];
            foreach ($prediction->each() as $pair) {
                $alone[$pair->pair->key()] = $pair->span;
            }
            self::assertSame(\count($alone), $prediction->count(), $id);
            self::assertSame(
                \count($alone),
                array_sum(array_map(static fn (PairGroup $g): int => \count([...$g->pairs()]), $prediction->groups)),
            );
            foreach ($prediction->groups as $group) {
                foreach ($group->pairs() as $pair) {
                    self::assertSame($alone[$pair->key()], $group->span, $id.' '.$pair->key());
                }
            }
        }
    }

    /** New names, new ids, another order of the list: every pair fares as before. */
    public function testNamesChangeNothing(): void
    {
        $text = Jobs::demoText();
        $data = Json::object($text);
        $data['devices'] = array_reverse((array) $data['devices']);
        // A few ids are those of profiles, too, and a text replacement cannot tell.
        $profiles = array_map(static fn (DeviceProfile $p): string => $p->id, array_values(Jobs::demo()->profiles->all()));
        $ids = array_values(array_diff(array_map(strval(...), array_keys(Jobs::demo()->devices)), $profiles));
        $renamed = Json::line($data);
        foreach ($ids as $n => $id) {
            $renamed = str_replace(['"'.$id.'"', '"device:'.$id.'"'], ['"unit-'.$n.'"', '"device:unit-'.$n.'"'], $renamed);
        }
        $counts = static fn (Job $job): array => array_map(static fn ($p): array => $p->counts(), (new Prover($job))->prove()->intents);
        self::assertEquals($counts(Jobs::demo()), $counts(JobFile::read($renamed, ShippedProfiles::load())));
    }

    /** A rule that permits never makes a must fail. */
    public function testPermittingBreaksNothingThatMustBe(): void
    {
        for ($seed = 1; $seed <= 40; ++$seed) {
            $job = (new RandomJobs($seed))->job();
            $spans = static function (Job $job): array {
                $data = Json::object(JobFile::write($job));
                $data['intents'] = [
                    [
                        'id' => 'i',
                        'kind' => 'reach',
                        'from' => ['segment:s0'],
                        'to' => ['segment:s0', ...isset($job->segments['s1']) ? ['segment:s1'] : []],
                        'service' => 'udp/7000',
                    ],
                ];

                $pairs = (new Prover(JobFile::read(Json::line($data), ShippedProfiles::load())))->prove()->intents['i']->pairs();

                return array_combine(
                    array_map(static fn ($p): string => $p->pair->key(), $pairs),
                    array_map(static fn ($p): bool => $p->span->holds(), $pairs),
                );
            };
            $before = $spans($job);
            foreach ($job->routers as $router) {
                $record = (array) ($job->record(Router::class, $router->id)['rules'] ?? []);
                $edit = $job->edit(Router::class, $router->id, [
                    'rules' => [['action' => 'permit', 'from' => 'any', 'to' => '10.47.0.0/24'], ...$record],
                ]);
                $after = $spans($job->with(new ChangeSet('', [$edit])));
                self::assertSame(
                    [],
                    array_filter(
                        $before,
                        static fn (bool $held, string $pair): bool => $held && !$after[$pair],
                        \ARRAY_FILTER_USE_BOTH,
                    ),
                    'seed '.$seed,
                );
            }
        }
    }
}
