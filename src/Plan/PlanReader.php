<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Doctrine\DBAL\Connection;
use Vorhut\App\Entity\StoredJob;
use Vorhut\Core\Exchange\Upcasters;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\JobPart;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Profile\ProfileLibrary;
use Vorhut\Core\Record\Json;

/** Reads a stored job whole: from what processes share of it, and the rest from its records. */
final readonly class PlanReader
{
    /** Records kept together, on average and at most. */
    private const SET = 64;
    private const LARGEST_SET = 256;

    public function __construct(
        private Connection $connection,
        private ProfileLibrary $library,
        private Upcasters $upcasters,
        private PlanShelf $shelf,
    ) {}

    public function read(StoredJob $stored): JobContext
    {
        $revision = $stored->getRevision();
        $parts = $this->shelf->take($stored, $revision);
        if (null === $parts) {
            [$revision, $parts, $fresh] = $this->readRows($stored);
            // What is not committed yet may never have been; what still comes in has its revision already.
            if ($this->shelf->isOpen() && $stored->isReady() && !$this->connection->isTransactionActive()) {
                $this->shelf->put($stored, $revision, $parts, $fresh);
            }
        }
        $versions = [];
        foreach ($parts as $part) {
            $versions[$part->part->list] = ($versions[$part->part->list] ?? []) + $part->versions;
        }
        $read = array_map(static fn (PlanPart $p): JobPart => $p->part, array_values($parts));
        $job = Job::fromParts(Json::object($stored->getFrame()), $read, $this->library);

        return new JobContext($stored, $job, $revision, $versions);
    }

    /** Puts a plan where those who serve pages will look for it, so that the first of them does not have to. */
    public function share(StoredJob $stored): void
    {
        [$revision, $parts] = $this->readRows($stored);
        $this->shelf->put($stored, $revision, $parts, $parts);
    }

    /**
     * One query, so that the revision read is that of the records, whoever writes meanwhile.
     *
     * @return array{int, array<string, PlanPart>, array<string, PlanPart>} revision, all parts by name, and those that were not shared
     */
    private function readRows(StoredJob $stored): array
    {
        $sql = 'SELECT j.revision, r.list, r.slug, r.version, r.shape, r.record FROM job j LEFT JOIN plan_record r ON r.job_id = j.id'
            .' WHERE j.id = ? ORDER BY r.position, r.id';
        $lists = [];
        $revision = $stored->getRevision();
        /** @var iterable<array{revision: int, list: string|null, slug: string, version: int, shape: int, record: string}> $rows */
        $rows = $this->connection->iterateAssociative($sql, [$stored->getId()]);
        foreach ($rows as $row) {
            ['revision' => $revision, 'list' => $list] = $row;
            if (null !== $list) {
                unset($row['revision'], $row['list']);
                $lists[$list][] = $row;
            }
        }
        $sets = [];
        foreach ($lists as $list => $of) {
            foreach (self::cut($of) as $set) {
                $sets[hash('xxh128', $stored->getId().' '.$list.' '.serialize($set))] = [$list, $set];
            }
        }
        $known = $this->shelf->some(array_keys($sets));
        $parts = $fresh = [];
        foreach ($sets as $name => [$list, $set]) {
            $parts[$name] = $known[$name] ?? $fresh[$name] = $this->part($list, $set);
        }

        return [$revision, $parts, $fresh];
    }

    /**
     * Sets of records that stay the same sets when others come or go: a set ends where its last record's id says so.
     *
     * @template R of array{slug: string}
     *
     * @param list<R> $rows
     *
     * @return list<non-empty-list<R>>
     */
    private static function cut(array $rows): array
    {
        $sets = $set = [];
        foreach ($rows as $row) {
            $set[] = $row;
            if (0 === crc32($row['slug']) % self::SET || \count($set) >= self::LARGEST_SET) {
                $sets[] = $set;
                $set = [];
            }
        }

        return [] === $set ? $sets : [...$sets, $set];
    }

    /** @param list<array{slug: string, version: int, shape: int, record: string}> $rows */
    private function part(string $list, array $rows): PlanPart
    {
        $records = $versions = [];
        foreach ($rows as $row) {
            $records[$row['slug']] = $this->upcasters->raise($list, Json::object($row['record']), $row['shape']);
            $versions[$row['slug']] = $row['version'];
        }

        return new PlanPart(JobPart::read(Lists::named($list), $records), $versions);
    }
}
