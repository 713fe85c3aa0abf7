<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Vorhut\App\Entity\BenchRecord;
use Vorhut\App\Entity\PlanRecord;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;

/** What was recorded at the bench. */
final readonly class BenchRecords
{
    private const LONGEST_NOTE = 400;

    public function __construct(private EntityManagerInterface $em, private ClockInterface $clock)
    {
    }

    /** A record to be signed and stored with the journal entry. */
    public function new(StoredJob $stored, string $device, string $step, bool $done, string $read, User $by): BenchRecord
    {
        $of = ['job' => $stored, 'list' => 'devices', 'slug' => $device];
        $record = $this->em->getRepository(PlanRecord::class)->findOneBy($of) ?? throw new \LogicException('The device is gone.');
        $note = mb_substr($read, 0, self::LONGEST_NOTE);

        return new BenchRecord($record, $step, $done, $note, $by, $this->clock->now());
    }

    /** @return array<string, BenchRecord> the last record of each step of a device */
    public function of(StoredJob $stored, string $device): array
    {
        /** @var list<BenchRecord> $all */
        $all = $this->em->getRepository(BenchRecord::class)
            ->createQueryBuilder('r')
            ->join('r.device', 'd')
            ->leftJoin('r.user', 'u')
            ->addSelect('u')
            ->where('d.job = :job AND d.list = :list AND d.slug = :slug AND r.withdrawn = false')
            ->setParameter('job', $stored)
            ->setParameter('list', 'devices')
            ->setParameter('slug', $device)
            ->orderBy('r.id')
            ->getQuery()
            ->getResult();
        $last = [];
        foreach ($all as $record) {
            $last[$record->getStep()] = $record;
        }

        return $last;
    }
}
