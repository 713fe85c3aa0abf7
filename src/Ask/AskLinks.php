<?php

declare(strict_types=1);

namespace Vorhut\App\Ask;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\AskLink;
use Vorhut\App\Entity\Change;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\Core\Exchange\Upcasters;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Profile\Setting\OutsideSource;

/** Links by which people outside answer: good for some days, until somebody takes them back. */
final readonly class AskLinks
{
    public const DAYS = 14;

    public function __construct(
        private EntityManagerInterface $em,
        private ClockInterface $clock,
        private UrlGeneratorInterface $urls,
        private Upcasters $upcasters,
    ) {}

    /** A new one. It is told here and kept nowhere. */
    public function give(StoredJob $job, OutsideSource $who, User $by): string
    {
        $token = bin2hex(random_bytes(20));
        $this->em->persist(new AskLink(
            job: $job,
            who: $who,
            hash: self::hash($token),
            givenBy: $by,
            until: $this->clock->now()->modify('+'.self::DAYS.' days'),
        ));
        $this->em->flush();

        return $this->urls->generate('answer', ['token' => $token], UrlGeneratorInterface::ABSOLUTE_URL);
    }

    /** Null for one that never was, is over, or was taken back. */
    public function find(string $token): ?AskLink
    {
        $link = $this->em->getRepository(AskLink::class)->findOneBy(['hash' => self::hash($token)]);

        return true === $link?->isGood($this->clock->now()) ? $link : null;
    }

    /** @return list<AskLink> those that are good */
    public function linksOf(StoredJob $job): array
    {
        $all = $this->em->getRepository(AskLink::class)->findBy(['job' => $job], ['id' => 'DESC']);

        return array_values(array_filter($all, fn (AskLink $l): bool => $l->isGood($this->clock->now())));
    }

    /** @param array<array-key, string> $texts what was answered, by question */
    public function use(AskLink $link, Change $change, array $texts): void
    {
        $link->use($this->clock->now(), $change, $texts);
        $this->em->flush();
    }

    /** The plan as it would be had nobody answered by the link: what was asked is asked again, and may be corrected. */
    public function unanswered(AskLink $link, Job $job): Job
    {
        foreach (array_reverse($link->getChanges()) as $id) {
            $change = $this->em->find(Change::class, $id);
            if (null !== $change) {
                $job = $job->with($change->toChangeSet($this->upcasters)->reversed(''));
            }
        }

        return $job;
    }

    public function withdraw(StoredJob $job, int $id): ?AskLink
    {
        $link = $this->em->getRepository(AskLink::class)->findOneBy(['id' => $id, 'job' => $job]);
        $link?->withdraw();
        $this->em->flush();

        return $link;
    }

    private static function hash(string $token): string
    {
        return hash('sha256', $token);
    }
}
