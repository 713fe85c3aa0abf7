<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Proof;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\Axis;
use Vorhut\Core\Proof\Difference;
use Vorhut\Core\Proof\Matrix;
use Vorhut\Core\Proof\ProofReport;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Record\Json;
use Vorhut\Tests\Kernel\RandomJobs;
use Vorhut\Tests\Support\Jobs;

/** Pairs are counted by groups; the counts are those of the pairs one by one, where everybody asks everybody. */
final class CountingTest extends TestCase
{
    /** @return iterable<string, array{Job}> */
    public static function jobs(): iterable
    {
        foreach ([...range(1, 30), random_int(1000, 1 << 30)] as $seed) {
            $job = (new RandomJobs($seed))->job();
            $all = array_map(static fn (int|string $id): string => 'segment:'.$id, array_keys($job->segments));
            $intent = ['kind' => 'reach', 'from' => $all, 'to' => $all, 'service' => 'udp/7000'];
            $intents = [['id' => 'must'] + $intent, ['id' => 'apart', 'expect' => 'must-not'] + $intent];
            $data = ['intents' => $intents] + Json::object(JobFile::write($job));
            yield 'seed '.$seed => [JobFile::read(Json::line($data), ShippedProfiles::load())];
        }
    }

    #[DataProvider('jobs')]
    public function testWhatTurnsIsCountedPairByPair(Job $job): void
    {
        $changed = $job->with(new ChangeSet('', [$job->editInterface(Device::class, 'h0', 0, ['gateway' => null, 'listens' => []])]));
        $proofs = [(new Prover($job))->prove(), (new Prover($changed))->prove()];
        self::assertCounts($proofs[0], $proofs[1]);
        self::assertCounts($proofs[1], $proofs[0]);
    }

    /** Nobody could tell, and now it leaks: that is a break, though nothing was held before. */
    public function testFromNotTellingToFailingIsABreak(): void
    {
        $proof = static fn (?string $address): ProofReport => (new Prover(Jobs::make(
            ['a' => '10.47.1.0/24'],
            ['x' => ['at' => ['a', $address]], 'y' => ['at' => ['a', '10.47.1.20/24']]],
            [],
            [[
                'id' => 'i',
                'kind' => 'reach',
                'from' => ['device:x'],
                'to' => ['device:y'],
                'service' => 'tcp/80',
                'expect' => 'must-not',
            ]],
        )))->prove();
        $worse = new Difference($proof(null), $proof('10.47.1.10/24'));
        self::assertSame([0, 1, 1], [$worse->mends, $worse->breaks, $worse->leaks]);
        $nothingWon = new Difference($proof('10.47.1.10/24'), $proof(null));
        self::assertSame([0, 0], [$nothingWon->mends, $nothingWon->breaks]);
    }

    private static function assertCounts(ProofReport $was, ProofReport $now): void
    {
        $difference = new Difference($was, $now);
        $counted = ['mends' => 0, 'breaks' => 0, 'leaks' => 0];
        [$before, $after] = [self::pairs($was), self::pairs($now)];
        foreach ($before as $key => $pair) {
            [$then, $since] = [$pair->span->holds(), $after[$key]->span->holds()];
            $counted['mends'] += (int) (!$then && $since);
            $counted['breaks'] += (int) ($then && !$since);
            $counted['leaks'] += (int) ($then && !$since && str_starts_with($key, 'apart '));
        }
        self::assertSame($counted, ['mends' => $difference->mends, 'breaks' => $difference->breaks, 'leaks' => $difference->leaks]);
    }

    /** Four alike among themselves are twelve pairs: nobody is asked by themselves. */
    public function testNobodyIsCountedWithThemselves(): void
    {
        $deaf = (new Prover(self::four([])))->prove();
        $listening = (new Prover(self::four(['udp/7000'])))->prove();
        self::assertCounts($deaf, $listening);
        self::assertCounts($listening, $deaf);
        $this->testTheMatrixCountsEveryPairOnce(self::four([]));
    }

    /** @param list<string> $listens */
    private static function four(array $listens): Job
    {
        $hosts = [];
        foreach (range(1, 4) as $number) {
            $hosts['h'.$number] = ['at' => ['a', \sprintf('10.47.1.%d/24', $number + 10)], 'if' => ['listens' => $listens]];
        }
        $all = ['segment:a'];

        return Jobs::make(['a' => '10.47.1.0/24'], $hosts, [], [
            ['id' => 'must', 'kind' => 'reach', 'from' => $all, 'to' => $all, 'service' => 'udp/7000'],
        ]);
    }

    #[DataProvider('jobs')]
    public function testTheMatrixCountsEveryPairOnce(Job $job): void
    {
        $proof = (new Prover($job))->prove();
        foreach (Axis::cases() as $axis) {
            $matrix = Matrix::fromProof($job, $proof, $axis);
            $counts = [];
            foreach (self::pairs($proof) as $pair) {
                $row = $axis->groupOf($job, $pair->pair->from);
                $column = $axis->groupOf($job, $pair->pair->to);
                $counts[$row][$column][$pair->span->value] = ($counts[$row][$column][$pair->span->value] ?? 0) + 1;
            }
            self::assertEquals($counts, $matrix->cells, $axis->value);
        }
    }

    /** @return array<string, PairPrediction> */
    private static function pairs(ProofReport $report): array
    {
        $pairs = [];
        foreach ($report->intents as $id => $prediction) {
            foreach ($prediction->each() as $pair) {
                $pairs[$id.' '.$pair->pair->key()] = $pair;
            }
        }

        return $pairs;
    }
}
