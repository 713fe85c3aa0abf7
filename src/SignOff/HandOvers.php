<?php

declare(strict_types=1);

namespace Vorhut\App\SignOff;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Vorhut\App\Bench\BenchOpen;
use Vorhut\App\Entity\LeftOpen;
use Vorhut\App\Entity\RunStatus;
use Vorhut\App\Entity\SignedState;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\App\Live\Sweeps;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Proof\Observations;
use Vorhut\App\Web\LocalTime;
use Vorhut\Core\Dates\Today;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\HandOver\OpenItem;
use Vorhut\Core\HandOver\OpenItems;
use Vorhut\Core\Proof\SeenCounts;
use Vorhut\Core\Proof\SeenIn;

/** What is open in a job, what was accepted of it, and the states that somebody has signed for. */
final readonly class HandOvers
{
    /** Pairs of which is kept what was seen. */
    private const MAX_PAIRS = 100000;

    public function __construct(
        private EntityManagerInterface $em,
        private JobReading $reading,
        private Observations $observations,
        private Sweeps $sweeps,
        private BenchOpen $bench,
        private ClockInterface $clock,
    ) {}

    /** @return list<OpenItem> */
    public function open(JobContext $context): array
    {
        $digest = $this->reading->digest($context->stored);
        $accepted = array_map(static fn (LeftOpen $l): string => $l->getReason(), $this->accepted($context->stored));
        $today = new Today($this->clock->now()->setTimezone($context->stored->getTimezone())->format('Y-m-d'));
        $seen = $this->observations->counts($context->stored);

        $silent = $this->silent($context->stored);

        return (new OpenItems(
            job: $context->job,
            findings: $digest->findings,
            intents: $digest->intents,
            seen: $seen,
            silent: $silent,
            accepted: $accepted,
            today: $today,
            unread: $this->bench->unread($context),
            changed: $this->bench->changed($context),
        ))->all();
    }

    /** @return array<string, string> when each address was asked last and did not answer */
    private function silent(StoredJob $stored): array
    {
        $silent = $known = [];
        foreach ($this->sweeps->lists($stored) as $sweep) {
            if (RunStatus::Done !== $sweep->getStatus()) {
                continue;
            }
            $when = LocalTime::full($sweep->getCreatedAt(), $stored->getTimezone());
            foreach (array_diff($sweep->getAddresses(), array_keys($known)) as $address) {
                $known[$address] = true;
                if (!isset($sweep->getAnswers()[$address])) {
                    $silent[$address] = $when;
                }
            }
        }

        return $silent;
    }

    /** @return array<string, LeftOpen> by what is open */
    public function accepted(StoredJob $stored): array
    {
        $left = [];
        foreach ($this->em->getRepository(LeftOpen::class)->findBy(['job' => $stored]) as $one) {
            $left[$one->getItem()] = $one;
        }

        return $left;
    }

    /** Who said that something stays open, and when; empty where nobody has. */
    public static function who(StoredJob $stored, ?LeftOpen $left): string
    {
        return null === $left ? '' : \sprintf(
            '%s, %s',
            $left->getUser()?->getDisplayName() ?? 'somebody',
            LocalTime::full($left->getAt(), $stored->getTimezone()),
        );
    }

    /**
     * @param list<string> $items
     * @param string $reason '' withdraws it
     */
    public function accept(StoredJob $stored, array $items, string $reason, User $user): void
    {
        $accepted = $this->accepted($stored);
        foreach ($items as $item) {
            $left = $accepted[$item] ?? null;
            match (true) {
                '' !== $reason && null !== $left => $left->say($reason, $user, $this->clock->now()),
                '' !== $reason => $this->em->persist(
                    new LeftOpen(job: $stored, item: $item, reason: $reason, user: $user, at: $this->clock->now()),
                ),
                null !== $left => $this->em->remove($left),
                default => null,
            };
        }
        $this->em->flush();
    }

    /** @return array<string, string> what was seen last of each pair, by intent and pair */
    public function seen(JobContext $context): array
    {
        $seen = [];
        $intents = array_map(strval(...), array_keys($context->job->intents));
        foreach ($this->observations->latest($context->stored, $intents, self::MAX_PAIRS) as $one) {
            $seen[\sprintf('%s %s>%s', $one['intent'], $one['asker'], $one['asked'])] = $one['span']->value;
        }
        ksort($seen);

        return $seen;
    }

    /** @return list<SignedState> the latest first */
    public function signed(StoredJob $stored): array
    {
        return $this->em->getRepository(SignedState::class)->findBy(['job' => $stored], ['id' => 'DESC']);
    }

    public function sign(JobContext $context, User $user, string $takenBy, string $reservations): SignedState
    {
        $open = array_map(static fn (OpenItem $i): array => [
            'kind' => $i->kind->value, 'id' => $i->id, 'title' => $i->title, 'detail' => $i->detail, 'reason' => $i->reason,
        ], $this->open($context));
        $seen = $this->observations->counts($context->stored);
        $proven = static fn (SeenIn $where): int => array_sum(array_map(static fn (SeenCounts $c): int => $c->holding($where), $seen));
        $state = new SignedState(
            job: $context->stored,
            user: $user,
            at: $this->clock->now(),
            takenBy: $takenBy,
            reservations: $reservations,
            file: JobFile::write($context->job),
            proven: $proven(SeenIn::Site),
            provenInLab: $proven(SeenIn::Lab),
            pairs: $this->reading->digest($context->stored)->pairs,
            open: $open,
            seen: $this->seen($context),
        );
        $this->em->persist($state);
        $this->em->flush();

        return $state;
    }
}
