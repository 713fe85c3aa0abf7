<?php

declare(strict_types=1);

namespace Vorhut\App\Timers;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Contracts\Service\ResetInterface;
use Vorhut\App\Entity\BenchTimer;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\Core\Profile\Step\Timer;
use Vorhut\Core\Profile\Step\TimerKind;
use Vorhut\Core\Runbook\RunbookStep;

/** Times that run at the bench of a job, for everybody who works on it. */
final class BenchTimers implements ResetInterface
{
    /** A time that is over stays on screen for so long, unless somebody takes it away. */
    private const SHOWN_FOR = '-10 minutes';

    /** @var array<int, list<BenchTimer>> that were asked for before in this request, by job */
    private array $known = [];

    public function __construct(private readonly EntityManagerInterface $em, private readonly ClockInterface $clock) {}

    public function reset(): void
    {
        $this->known = [];
    }

    /** Begins a time; one that runs already for the same begins again. */
    public function start(StoredJob $job, string $device, RunbookStep $step, int $number, User $by): void
    {
        $timer = $step->timers[$number] ?? null;
        if (null === $timer) {
            return;
        }
        $this->reset();
        $this->stopAll($job, $device, $step->id, $number);
        $now = $this->clock->now();
        $this->em->persist(new BenchTimer(
            job: $job,
            device: $device,
            step: $step->id,
            number: $number,
            kind: $timer->kind->value,
            label: self::label($timer, $step),
            startedAt: $now,
            endsAt: $now->modify(\sprintf('+%d seconds', $timer->seconds)),
            user: $by,
        ));
        $this->em->flush();
    }

    /**
     * Steps were done: what their units waited for before is over, what they wait for now begins.
     *
     * @param array<array-key, RunbookStep> $steps by unit
     */
    public function goOn(StoredJob $job, array $steps, User $by): void
    {
        $this->reset();
        foreach ($this->em->getRepository(BenchTimer::class)->findBy(['job' => $job, 'device' => array_keys($steps)]) as $before) {
            $this->em->remove($before);
        }
        foreach ($steps as $device => $step) {
            foreach ($step->timers as $number => $timer) {
                if (TimerKind::Wait === $timer->kind) {
                    $this->start(job: $job, device: (string) $device, step: $step, number: $number, by: $by);
                }
            }
        }
        $this->em->flush();
    }

    public function stop(StoredJob $job, int $id): void
    {
        $this->reset();
        $timer = $this->em->getRepository(BenchTimer::class)->findOneBy(['id' => $id, 'job' => $job]);
        if (null !== $timer) {
            $this->em->remove($timer);
            $this->em->flush();
        }
    }

    /** @return list<BenchTimer> those that run, and those that have just ended */
    public function running(StoredJob $job): array
    {
        $known = $this->known[$job->getId()] ?? null;
        if (null !== $known) {
            return $known;
        }
        /** @var list<BenchTimer> $timers */
        $timers = $this->em->getRepository(BenchTimer::class)
            ->createQueryBuilder('t')
            ->where('t.job = :job AND t.endsAt > :since')
            ->setParameter('job', $job)
            ->setParameter('since', $this->clock->now()->modify(self::SHOWN_FOR))
            ->orderBy('t.endsAt')
            ->getQuery()
            ->getResult();

        return $this->known[$job->getId()] = $timers;
    }

    private function stopAll(StoredJob $job, string $device, string $step, int $number): void
    {
        $same = ['job' => $job, 'device' => $device, 'step' => $step, 'number' => $number];
        foreach ($this->em->getRepository(BenchTimer::class)->findBy($same) as $before) {
            $this->em->remove($before);
        }
    }

    private static function label(Timer $timer, RunbookStep $step): string
    {
        return mb_substr('' === $timer->text ? $step->title : $timer->text, 0, 200);
    }
}
