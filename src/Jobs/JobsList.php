<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Doctrine\DBAL\Connection;
use Psr\Clock\ClockInterface;
use Vorhut\App\Entity\User;
use Vorhut\App\Plan\DueDates;
use Vorhut\App\Plan\JobRoles;
use Vorhut\Core\Dates\DateAhead;
use Vorhut\Core\Dates\Today;

/** The jobs that a person sees, with the next day of each: two narrow reads, however many jobs there are. */
final readonly class JobsList
{
    private const NEVER = '9999-12-31';

    public function __construct(private Connection $connection, private ClockInterface $clock) {}

    /** @return array<int, DateAhead|null> what is due next, by the number of the job, in order */
    public function read(JobsQuery $query, User $user): array
    {
        $sql = 'SELECT j.id, j.dates, j.timezone FROM job j WHERE j.ready = 1 AND '
            .($query->isArchive ? 'j.archived_at IS NOT NULL' : 'j.archived_at IS NULL')
            .' AND (j.name LIKE :like OR j.client LIKE :like) AND '.JobRoles::SEEN.' ORDER BY j.name, j.id';
        $values = ['like' => '%'.addcslashes($query->text, '\%_').'%'] + JobRoles::seenBy($user);
        $due = [];
        /** @var array{id: int, dates: string, timezone: string} $row */
        foreach ($this->connection->fetchAllAssociative($sql, $values) as $row) {
            $due[$row['id']] = DueDates::kept($row['dates'])->next($this->today($row['timezone']));
        }
        if (JobsQuery::BY_DUE === $query->by) {
            // Equal ones stay in the order of their names.
            uasort($due, static fn (?DateAhead $a, ?DateAhead $b): int => ($a->on ?? self::NEVER) <=> ($b->on ?? self::NEVER));
        }

        return $due;
    }

    /** How many there are in the archive, and outside of it. */
    public function count(bool $isArchive, User $user): int
    {
        $is = $isArchive ? 'NOT NULL' : 'NULL';
        $sql = 'SELECT COUNT(*) FROM job j WHERE j.ready = 1 AND j.archived_at IS '.$is.' AND '.JobRoles::SEEN;
        $count = $this->connection->fetchOne($sql, JobRoles::seenBy($user));

        return is_numeric($count) ? (int) $count : 0;
    }

    private function today(string $timezone): Today
    {
        $zone = new \DateTimeZone('' === $timezone ? 'UTC' : $timezone);

        return new Today($this->clock->now()->setTimezone($zone)->format('Y-m-d'));
    }
}
