<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Vorhut\App\Entity\BenchHand;
use Vorhut\App\Entity\LateUnit;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;

/** Who is at the bench today, and which units are not there yet. */
final readonly class BenchDay
{
    public function __construct(private EntityManagerInterface $em, private ClockInterface $clock) {}

    /** @return list<User> who is here today, in the order in which they came */
    public function hands(StoredJob $job): array
    {
        $morning = $this->clock->now()->setTimezone($job->getTimezone())->setTime(0, 0);
        $here = array_filter(
            $this->em->getRepository(BenchHand::class)->findBy(['job' => $job], ['since' => 'ASC', 'id' => 'ASC']),
            static fn (BenchHand $h): bool => $h->getSince() >= $morning,
        );

        return array_values(array_map(static fn (BenchHand $h): User => $h->getUser(), $here));
    }

    public function come(StoredJob $job, User $user): void
    {
        $this->leave($job, $user);
        $this->em->persist(new BenchHand($job, $user, $this->clock->now()));
        $this->em->flush();
    }

    public function leave(StoredJob $job, User $user): void
    {
        foreach ($this->em->getRepository(BenchHand::class)->findBy(['job' => $job, 'user' => $user]) as $context) {
            $this->em->remove($context);
        }
        $this->em->flush();
    }

    /** @return array<array-key, \DateTimeImmutable> when a unit will be there, by unit; those that are late */
    public function late(StoredJob $job): array
    {
        $late = [];
        foreach ($this->em->getRepository(LateUnit::class)->findBy(['job' => $job], ['until' => 'ASC']) as $unit) {
            if ($unit->getUntil() > $this->clock->now()) {
                $late[$unit->getDevice()] = $unit->getUntil();
            }
        }

        return $late;
    }

    /** @param \DateTimeImmutable|null $until null: it is there */
    public function expect(StoredJob $job, string $device, ?\DateTimeImmutable $until): void
    {
        $until = $until?->setTimezone($this->clock->now()->getTimezone());
        $known = $this->em->getRepository(LateUnit::class)->findOneBy(['job' => $job, 'device' => $device]);
        if (null === $until) {
            null === $known ? null : $this->em->remove($known);
        } elseif (null === $known) {
            $this->em->persist(new LateUnit($job, $device, $until));
        } else {
            $known->setUntil($until);
        }
        $this->em->flush();
    }
}
