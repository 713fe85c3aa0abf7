<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Record\RecordType;

/** What is predicted of a job as a whole: each intent in figures, and who fares how against whom. Small enough to keep. */
final readonly class PredictionSummary
{
    /** What no prediction looks at, by list: the rest of a record may change it. */
    private const NOT_LOOKED_AT = [
        Device::class => ['name' => 0, 'serial' => 0, 'firmware' => 0, 'stage' => 0],
        Intent::class => ['name' => 0],
    ];

    /**
     * @param array<array-key, array{span: PairVerdict, pairs: int, counts: array<string, int>}> $intents by id
     * @param int $pairs of all intents
     * @param array<string, Matrix> $matrices by axis
     */
    private function __construct(
        public array $intents,
        public int $pairs,
        public array $matrices,
    ) {}

    public static function fromProof(Job $job, ProofReport $proof): self
    {
        $intents = [];
        foreach ($proof->intents as $id => $prediction) {
            $intents[$id] = ['span' => $prediction->span(), 'pairs' => $prediction->count(), 'counts' => $prediction->counts()];
        }
        $matrices = [];
        foreach (Axis::cases() as $axis) {
            $matrices[$axis->value] = Matrix::fromProof($job, $proof, $axis);
        }

        return new self($intents, $proof->pairCount(), $matrices);
    }

    /** Two jobs with the same have the same outlook. */
    public static function fingerprint(Job $job): string
    {
        $hash = hash_init('xxh128');
        foreach (Lists::all() as $list) {
            $blind = self::NOT_LOOKED_AT[$list->type] ?? [];
            hash_update($hash, $list->name);
            foreach ($job->records[$list->name] ?? [] as $record) {
                hash_update($hash, serialize(self::looked($record, $blind)));
            }
        }

        return hash_final($hash);
    }

    /**
     * @param array<array-key, mixed> $record
     * @param array<string, int> $blind
     *
     * @return array<array-key, mixed>
     */
    private static function looked(array $record, array $blind): array
    {
        return array_filter(
            array_diff_key($record, $blind),
            static fn (int|string $key): bool => !str_starts_with((string) $key, RecordType::OWN),
            \ARRAY_FILTER_USE_KEY,
        );
    }
}
