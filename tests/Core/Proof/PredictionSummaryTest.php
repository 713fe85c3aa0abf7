<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Proof;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Exchange\JobGenerator;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Proof\PredictionSummary;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;
use Vorhut\Tests\Support\Jobs;

/** What is kept of a proof is used again only where it would come out the same. */
final class PredictionSummaryTest extends TestCase
{
    /** @return iterable<string, array{Job}> */
    public static function jobs(): iterable
    {
        yield 'demo' => [Jobs::demo()];
        yield 'found by name' => [self::byName()];
        foreach ([40, 200] as $devices) {
            yield $devices.' devices' => [JobFile::read(Json::line((new JobGenerator($devices, 5))->generate()), ShippedProfiles::load())];
        }
    }

    /** Each field of each list in turn: every record gets the value of the one behind it. */
    #[DataProvider('jobs')]
    public function testWhatTheFingerprintLeavesOutChangesNothing(Job $job): void
    {
        $before = PredictionSummary::fromProof($job, (new Prover($job))->prove());
        $print = PredictionSummary::fingerprint($job);
        $left = [];
        foreach (Lists::all() as $list) {
            foreach (array_diff(array_keys($list->type()->fields), [$list->key]) as $field) {
                $changed = self::turned($job, $list->name, $field);
                if (null !== $changed && PredictionSummary::fingerprint($changed) === $print) {
                    self::assertEquals(
                        $before,
                        PredictionSummary::fromProof($changed, (new Prover($changed))->prove()),
                        $list->name.' '.$field,
                    );
                    $left[] = $list->name.' '.$field;
                }
            }
        }
        self::assertContains('devices serial', $left);
        self::assertNotContains('devices location', $left);
        self::assertNotContains('devices interfaces', $left);
    }

    public function testKeysOfTheirOwnAreLeftOut(): void
    {
        $job = Jobs::demo();
        $own = $job->with(new ChangeSet('', [$job->edit(Device::class, 'mic-station', ['x-note' => 'by the door'])]));
        self::assertSame(PredictionSummary::fingerprint($job), PredictionSummary::fingerprint($own));
    }

    private static function byName(): Job
    {
        $finder = ['method' => 'by-name'];
        $profile = ['id' => 'named', 'family' => 'computer', 'factory' => ['mode' => 'dhcp'], 'finds' => [$finder]];
        $profile['answers'] = [$finder, ['method' => 'multicast-dns']];
        $device = static fn (int $n): array => [
            'id' => 'u'.$n,
            'profile' => 'named',
            'hostname' => 1 === $n ? null : 'u'.$n,
            'interfaces' => [['segment' => 'a', 'address' => '10.47.1.2'.$n.'/24']],
        ];

        return JobFile::read(Json::line([
            'format' => 'vorhut-job',
            'version' => 1,
            'job' => ['name' => 'Found by name'],
            'segments' => [['id' => 'a', 'subnets' => [['prefix' => '10.47.1.0/24']]]],
            'profiles' => [$profile],
            'devices' => [$device(1) + ['serial' => 'S-1'], $device(2) + ['location' => 'l'], $device(3)],
            'locations' => [['id' => 'l', 'name' => 'Here']],
            'intents' => [['id' => 'i', 'kind' => 'discover', 'from' => ['device:u3'], 'to' => ['device:u1']]],
        ]), ShippedProfiles::load());
    }

    /** Null where that would be no job, or the same. */
    private static function turned(Job $job, string $list, string $field): ?Job
    {
        $records = $job->records[$list] ?? [];
        $values = array_map(static fn (array $r): mixed => $r[$field] ?? null, array_values($records));
        $values[] = array_shift($values);
        $edits = [];
        foreach (array_keys($records) as $n => $id) {
            $edits[] = $job->edit(Lists::named($list)->type, (string) $id, [$field => $values[$n]]);
        }
        try {
            $turned = $job->with(new ChangeSet('', $edits));
        } catch (InvalidFile) {
            return null;
        }

        return Json::line($turned->records) === Json::line($job->records) ? null : $turned;
    }
}
