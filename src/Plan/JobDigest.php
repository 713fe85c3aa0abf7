<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Load\FlowRates;
use Vorhut\Core\Proof\Matrix;
use Vorhut\Core\Proof\PredictionSummary;
use Vorhut\Core\Relation\Relations;

/** What every page of a job needs to know about it, small enough to keep. */
final readonly class JobDigest
{
    /** @var array<array-key, array{span: PairVerdict, pairs: int, counts: array<string, int>}> by id */
    public array $intents;

    public int $pairs;

    /** @var array<string, Matrix> by axis */
    public array $matrices;

    /**
     * @param list<Finding> $findings
     * @param array<string, int> $records how many there are, by list
     */
    private function __construct(
        public array $findings,
        PredictionSummary $outlook,
        public int $devices,
        public int $segments,
        public int $withoutAddress,
        public int $setUp,
        public int $pairings,
        public int $numbers,
        public array $records,
        public int $streams,
    ) {
        $this->intents = $outlook->intents;
        $this->pairs = $outlook->pairs;
        $this->matrices = $outlook->matrices;
    }

    /** @param list<Finding> $findings */
    public static function compute(array $findings, PredictionSummary $outlook, Job $job): self
    {
        $without = $setUp = 0;
        foreach ($job->devices as $device) {
            $setUp += (int) $device->stage->isDone();
            foreach ($device->interfaces as $interface) {
                $without += (int) (null === $interface->address && $interface->mode->needsAddress());
            }
        }

        $pairings = \count(Relations::fromJob($job)->all);

        return new self(
            findings: $findings,
            outlook: $outlook,
            devices: \count($job->devices),
            segments: \count($job->segments),
            withoutAddress: $without,
            setUp: $setUp,
            pairings: $pairings,
            numbers: \count($job->extensions),
            records: array_map(\count(...), $job->records),
            streams: FlowRates::streams($job),
        );
    }

    /** How many records a list has. */
    public function count(string $list): int
    {
        return $this->records[$list] ?? 0;
    }

    public function failingPairs(): int
    {
        $failing = 0;
        foreach ($this->intents as $intent) {
            foreach ($intent['counts'] as $span => $count) {
                $failing += PairVerdict::from($span)->fails() ? $count : 0;
            }
        }

        return $failing;
    }

    public function failingIntents(): int
    {
        return \count(array_filter($this->intents, static fn (array $i): bool => $i['span']->fails()));
    }

    /** Intents of which nothing fails, but something cannot be told, or that stand for nobody. */
    public function unsettledIntents(): int
    {
        $unsettled = 0;
        foreach ($this->intents as $intent) {
            $isOpen = 0 === $intent['pairs'] || isset($intent['counts'][PairVerdict::Untried->value]);
            $unsettled += (int) ($isOpen && !$intent['span']->fails());
        }

        return $unsettled;
    }

    /** Whether nothing of the plan is wrong, all units are set up, and what must be is so on paper. */
    public function isReady(): bool
    {
        return [] === $this->findings
            && $this->devices > 0
            && $this->setUp === $this->devices
            && 0 === $this->failingIntents() + $this->unsettledIntents();
    }

    /** The id of the first intent that fails, '' where none does. */
    public function firstFailing(): string
    {
        foreach ($this->intents as $id => $intent) {
            if ($intent['span']->fails()) {
                return (string) $id;
            }
        }

        return '';
    }

    /** @return list<Finding> */
    public function findingsAt(string $stop): array
    {
        return array_values(array_filter($this->findings, static fn (Finding $f): bool => $f->stop->value === $stop));
    }

    /** @return array<string, list<Finding>> */
    public function findingsByDevice(): array
    {
        $by = [];
        foreach ($this->findings as $finding) {
            foreach ($finding->devices as $id) {
                $by[$id][] = $finding;
            }
        }

        return $by;
    }

    public function finding(string $id): ?Finding
    {
        return array_find($this->findings, static fn ($finding): bool => $finding->id() === $id);
    }
}
