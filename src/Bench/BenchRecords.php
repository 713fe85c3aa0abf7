<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Vorhut\App\Entity\BenchRecord;
use Vorhut\App\Entity\PlanRecord;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Runbook\Progress;
use Vorhut\Core\Runbook\RecordedValue;

/** What was recorded at the bench. */
final readonly class BenchRecords
{
    private const LONGEST_NOTE = 400;

    public function __construct(private EntityManagerInterface $em, private ClockInterface $clock) {}

    /** @param array<string, BenchRecord> $records the last one of each step */
    public static function progress(Device $device, array $records): Progress
    {
        $done = $skipped = [];
        foreach ($records as $step => $record) {
            $done[$step] = $record->isDone() && !$record->isSkipped();
            if ($record->isDone() && $record->isSkipped()) {
                $skipped[$step] = $record->getReason();
            }
        }

        return new Progress($device->stage, $done, $skipped);
    }

    /**
     * The rows that records of these devices, or of all, are kept with: one question to the database.
     *
     * @param list<string>|null $devices
     *
     * @return array<array-key, PlanRecord> by device
     */
    public function rows(StoredJob $stored, ?array $devices = null): array
    {
        $of = ['job' => $stored, 'list' => 'devices'] + (null === $devices ? [] : ['slug' => $devices]);
        $rows = [];
        foreach ($this->em->getRepository(PlanRecord::class)->findBy($of) as $row) {
            $rows[$row->getSlug()] = $row;
        }

        return $rows;
    }

    /** A record to be signed and stored with the journal entry. */
    public function new(PlanRecord $device, StepRecorded $recorded, User $by, ?\DateTimeImmutable $at = null): BenchRecord
    {
        return new BenchRecord(
            device: $device,
            step: $recorded->step,
            done: $recorded->isDone,
            note: mb_substr($recorded->note, 0, self::LONGEST_NOTE),
            user: $by,
            at: $at ?? $this->clock->now(),
            reason: mb_substr($recorded->reason, 0, self::LONGEST_NOTE),
            skipped: $recorded->isSkipped,
            kept: array_map(static fn (RecordedValue $k): array => $k->jsonSerialize(), $recorded->kept),
            planned: $recorded->planned,
        );
    }

    /**
     * The same of several devices, or of all: one question to the database.
     *
     * @param list<string>|null $devices
     *
     * @return array<array-key, array<string, BenchRecord>> by device and step
     */
    public function ofMany(StoredJob $stored, ?array $devices = null): array
    {
        $query = $this->em->getRepository(BenchRecord::class)
            ->createQueryBuilder('r')
            ->join('r.device', 'd')
            ->addSelect('d')
            ->leftJoin('r.user', 'u')
            ->addSelect('u')
            ->where('d.job = :job AND d.list = :list AND r.withdrawn = false')
            ->setParameter('job', $stored)
            ->setParameter('list', 'devices')
            ->orderBy('r.id');
        if (null !== $devices) {
            $query->andWhere('d.slug IN (:slugs)')->setParameter('slugs', $devices);
        }
        $last = [];
        /** @var list<BenchRecord> $all */
        $all = $query->getQuery()->getResult();
        foreach ($all as $record) {
            $last[$record->getDevice()->getSlug()][$record->getStep()] = $record;
        }

        return $last;
    }

    /** @return array<string, BenchRecord> the last record of each step of a device */
    public function records(StoredJob $stored, string $device): array
    {
        return $this->ofMany($stored, [$device])[$device] ?? [];
    }
}
