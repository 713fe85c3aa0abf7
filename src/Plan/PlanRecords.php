<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Record\Json;

/** The records of jobs in the database, and what they name: the only place that writes them. */
final readonly class PlanRecords
{
    private const BATCH = 250;
    private const STAMP = 'Y-m-d H:i:s';

    public function __construct(private Connection $connection) {}

    /** Kept beside the job for as long as it is what they were counted from. */
    public function keepFigures(JobFigures $figures, DueDates $dates, StoredJob $stored): void
    {
        $stored->keepFigures($figures->keep(), $dates->keep());
        $this->connection->executeStatement(
            'UPDATE job SET figures = ?, dates = ? WHERE id = ? AND revision = ?',
            [$figures->keep(), $dates->keep(), $stored->getId(), $figures->revision],
        );
    }

    /**
     * Stores the records of a new job.
     *
     * @param (callable(int, int): void)|null $progress told how many records of how many are stored
     */
    public function create(StoredJob $stored, Job $job, ?User $by, \DateTimeImmutable $at, ?callable $progress = null): void
    {
        $total = array_sum(array_map(\count(...), $job->records));
        $done = 0;
        $rows = [];
        foreach ($job->records as $list => $records) {
            $position = 0;
            foreach ($records as $id => $record) {
                $rows[] = $this->row(
                    stored: $stored,
                    list: $list,
                    id: (string) $id,
                    position: ++$position,
                    record: $record,
                    by: $by,
                    at: $at,
                );
                if (self::BATCH === \count($rows)) {
                    $this->insert('plan_record', $rows);
                    $done += \count($rows);
                    $rows = [];
                    if (null !== $progress) {
                        $progress($done, $total);
                    }
                }
            }
        }
        $this->insert('plan_record', $rows);
        $this->refer($stored, $job->records);
    }

    /** Removes a job with all its records. */
    public function remove(StoredJob $stored): void
    {
        $this->connection->transactional(function () use ($stored): void {
            $of = ['job_id' => $stored->getId()];
            $this->connection->executeStatement(
                'DELETE f FROM plan_reference f JOIN plan_record r ON r.id = f.from_id WHERE r.job_id = :job_id',
                $of,
            );
            $this->connection->delete('plan_record', $of);
            $this->connection->delete('job', ['id' => $stored->getId()]);
        });
    }

    /** Writes a change whose removed records know where they stood; the stored job has its new revision already. */
    public function write(StoredJob $stored, Job $before, ChangedRecords $change, User $by, \DateTimeImmutable $at): void
    {
        $this->forget($stored, $change->touched());
        foreach ($change->removed as $list => $ids) {
            foreach (array_chunk($ids, self::BATCH) as $some) {
                $this->connection->executeStatement(
                    'DELETE FROM plan_record WHERE job_id = ? AND list = ? AND slug IN (?)',
                    [$stored->getId(), $list, $some],
                    [2 => ArrayParameterType::STRING],
                );
            }
        }
        $last = $named = [];
        foreach ($change->kept as $edit) {
            $list = $edit->list();
            $named[$list][$edit->id] = $edit->after ?? [];
            if (null !== $before->record($edit->type, $edit->id)) {
                $this->update(
                    stored: $stored,
                    edit: $edit,
                    by: $by,
                    at: $at,
                    more: $edit->isMove() ? ['position' => $this->room($stored, $edit)] : [],
                );
            } elseif (null === $edit->behind) {
                $last[] = $edit;
            } else {
                $this->insert('plan_record', [
                    $this->row(
                        stored: $stored,
                        list: $list,
                        id: $edit->id,
                        position: $this->room($stored, $edit),
                        record: $edit->after ?? [],
                        by: $by,
                        at: $at,
                    ),
                ]);
            }
        }
        $this->append($stored, $last, $by, $at);
        $this->refer($stored, $named);
    }

    /** @param list<Edit> $edits of records that are to stand last in their lists, in this order */
    private function append(StoredJob $stored, array $edits, User $by, \DateTimeImmutable $at): void
    {
        $rows = $positions = [];
        foreach ($edits as $edit) {
            $list = $edit->list();
            $positions[$list] ??= $this->lastPosition($stored, $list);
            $rows[] = $this->row(
                stored: $stored,
                list: $list,
                id: $edit->id,
                position: ++$positions[$list],
                record: $edit->after ?? [],
                by: $by,
                at: $at,
            );
        }
        foreach (array_chunk($rows, self::BATCH) as $some) {
            $this->insert('plan_record', $some);
        }
    }

    /** @param array<string, int> $more */
    private function update(StoredJob $stored, Edit $edit, User $by, \DateTimeImmutable $at, array $more): void
    {
        $this->connection->update('plan_record', $more + [
            'record' => Json::line($edit->after),
            'version' => $stored->getRevision(),
            'shape' => JobFile::VERSION,
            'changed_by_id' => $by->getId(),
            'changed_at' => $at->format(self::STAMP),
        ], ['job_id' => $stored->getId(), 'list' => $edit->list(), 'slug' => $edit->id]);
    }

    /**
     * Makes room behind the record that it is to stand behind, or in front of all.
     *
     * @return int the position that is free now; the last where that record is not there any more
     */
    private function room(StoredJob $stored, Edit $edit): int
    {
        $of = [$stored->getId(), $edit->list()];
        $behind = '' === $edit->behind ? 0 : $this->connection->fetchOne(
            'SELECT position FROM plan_record WHERE job_id = ? AND list = ? AND slug = ?',
            [...$of, $edit->behind],
        );
        if (!is_numeric($behind)) {
            return 1 + $this->lastPosition($stored, $edit->list());
        }
        $this->connection->executeStatement(
            'UPDATE plan_record SET position = position + 1 WHERE job_id = ? AND list = ? AND position > ?',
            [...$of, $behind],
        );

        return 1 + (int) $behind;
    }

    private function lastPosition(StoredJob $stored, string $list): int
    {
        $last = $this->connection->fetchOne('SELECT MAX(position) FROM plan_record WHERE job_id = ? AND list = ?', [
            $stored->getId(),
            $list,
        ]);

        return is_numeric($last) ? (int) $last : 0;
    }

    /**
     * What the records name, as rows that a foreign key guards.
     *
     * @param array<string, array<array-key, array<string, mixed>>> $records by list and id
     */
    private function refer(StoredJob $stored, array $records): void
    {
        $wanted = [];
        foreach ($records as $list => $some) {
            $type = Lists::named($list)->type();
            foreach ($some as $id => $record) {
                foreach ($type->references($record) as $reference) {
                    foreach ($reference->lists as $in) {
                        $wanted[] = [$list.' '.$id, $in.' '.$reference->id];
                    }
                }
            }
        }
        if ([] === $wanted) {
            return;
        }
        $ids = $this->ids($stored, array_unique(array_merge(...$wanted)));
        $rows = [];
        foreach ($wanted as [$from, $to]) {
            if (isset($ids[$from], $ids[$to])) {
                $rows[$ids[$from].' '.$ids[$to]] = ['from_id' => $ids[$from], 'to_id' => $ids[$to]];
            }
        }
        foreach (array_chunk(array_values($rows), self::BATCH) as $some) {
            $this->insert('plan_reference', $some);
        }
    }

    /**
     * @param array<array-key, string> $wanted list and id of records, a space between
     *
     * @return array<string, int> their numbers
     */
    private function ids(StoredJob $stored, array $wanted): array
    {
        $byList = [];
        foreach ($wanted as $text) {
            [$list, $id] = explode(' ', $text, 2);
            $byList[$list][] = $id;
        }
        $ids = [];
        foreach ($byList as $list => $slugs) {
            foreach (array_chunk($slugs, 4 * self::BATCH) as $some) {
                /** @var iterable<array{id: int, slug: string}> $rows */
                $rows = $this->connection->iterateAssociative(
                    'SELECT id, slug FROM plan_record WHERE job_id = ? AND list = ? AND slug IN (?)',
                    [$stored->getId(), $list, $some],
                    [2 => ArrayParameterType::STRING],
                );
                foreach ($rows as $row) {
                    $ids[$list.' '.$row['slug']] = $row['id'];
                }
            }
        }

        return $ids;
    }

    /** @param list<string> $touched list and id of records, a space between */
    private function forget(StoredJob $stored, array $touched): void
    {
        foreach (array_chunk(array_values($this->ids($stored, $touched)), self::BATCH) as $some) {
            $this->connection->executeStatement('DELETE FROM plan_reference WHERE from_id IN (?)', [$some], [ArrayParameterType::INTEGER]);
        }
    }

    /**
     * @param array<string, mixed> $record
     *
     * @return array<string, scalar|null>
     */
    private function row(
        StoredJob $stored,
        string $list,
        string $id,
        int $position,
        array $record,
        ?User $by,
        \DateTimeImmutable $at,
    ): array {
        return [
            'job_id' => $stored->getId(),
            'list' => $list,
            'slug' => $id,
            'position' => $position,
            'version' => $stored->getRevision(),
            'shape' => JobFile::VERSION,
            'record' => Json::line($record),
            'changed_by_id' => $by?->getId(),
            'changed_at' => $at->format(self::STAMP),
        ];
    }

    /** @param list<array<string, scalar|null>> $rows with the same columns each */
    private function insert(string $table, array $rows): void
    {
        if ([] === $rows) {
            return;
        }
        $columns = implode(', ', array_map(static fn (string $c): string => '`'.$c.'`', array_keys($rows[0])));
        $marks = '('.implode(', ', array_fill(0, \count($rows[0]), '?')).')';
        $this->connection->executeStatement(
            \sprintf('INSERT INTO %s (%s) VALUES %s', $table, $columns, implode(', ', array_fill(0, \count($rows), $marks))),
            array_merge(...array_map(array_values(...), $rows)),
        );
    }
}
