<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Doctrine\ORM\EntityManagerInterface;
use Vorhut\App\Entity\RunStatus;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\SweepRun;
use Vorhut\App\Web\LocalTime;

/** The sweeps of a job, and what has changed from one to the next. */
final readonly class Sweeps
{
    private const MAX = 12;

    public function __construct(private EntityManagerInterface $em) {}

    /** @return list<SweepRun> the latest of each list, newest first */
    public function lists(StoredJob $job): array
    {
        $lists = [];
        foreach ($this->em->getRepository(SweepRun::class)->findBy(['job' => $job], ['id' => 'DESC'], 10 * self::MAX) as $run) {
            $lists[$run->getName()] ??= $run;
        }

        return \array_slice(array_values($lists), 0, self::MAX);
    }

    public function find(StoredJob $job, int $id): ?SweepRun
    {
        $by = 0 === $id ? ['job' => $job] : ['job' => $job, 'id' => $id];

        return $this->em->getRepository(SweepRun::class)->findOneBy($by, ['id' => 'DESC']);
    }

    /** The sweep before that was asked from the same place and looked at some of the same addresses. */
    public function before(SweepRun $run): ?SweepRun
    {
        $earlier = $this->em->getRepository(SweepRun::class)->findBy(
            ['job' => $run->getJob(), 'status' => RunStatus::Done],
            ['id' => 'DESC'],
            10 * self::MAX,
        );
        foreach ($earlier as $other) {
            $isBefore = $other->getId() < $run->getId() && $other->getVantage() === $run->getVantage();
            if ($isBefore && [] !== array_intersect($other->getAddresses(), $run->getAddresses())) {
                return $other;
            }
        }

        return null;
    }

    /** @return array<string, string> what has changed since the one before, by address */
    public function changes(SweepRun $run): array
    {
        $before = $this->before($run);
        if (null === $before) {
            return [];
        }
        $time = LocalTime::short($before->getCreatedAt(), $run->getJob()->getTimezone());
        [$then, $now] = [$before->getAnswers(), $run->getAnswers()];
        $changes = [];
        foreach (array_intersect($run->getAddresses(), $before->getAddresses()) as $address) {
            $change = match (true) {
                isset($now[$address]) && !isset($then[$address]) => 'new since ',
                !isset($now[$address]) && isset($then[$address]) => 'gone since ',
                ($now[$address] ?? []) !== ($then[$address] ?? []) => 'replies differently than ',
                default => null,
            };
            if (null !== $change) {
                $changes[$address] = $change.$time;
            }
        }

        return $changes;
    }
}
