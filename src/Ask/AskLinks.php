<?php

declare(strict_types=1);

namespace Vorhut\App\Ask;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\AskLink;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\Core\Profile\Setting\Ask;

/** Links by which people outside answer: good for some days, until somebody takes them back. */
final readonly class AskLinks
{
    public const DAYS = 14;

    public function __construct(
        private EntityManagerInterface $em,
        private ClockInterface $clock,
        private UrlGeneratorInterface $urls,
    ) {
    }

    /** A new one. It is told here and kept nowhere. */
    public function give(StoredJob $job, Ask $who, User $by): string
    {
        $token = bin2hex(random_bytes(20));
        $this->em->persist(new AskLink($job, $who, self::hash($token), $by, $this->clock->now()->modify('+'.self::DAYS.' days')));
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
    public function of(StoredJob $job): array
    {
        $all = $this->em->getRepository(AskLink::class)->findBy(['job' => $job], ['id' => 'DESC']);

        return array_values(array_filter($all, fn (AskLink $l): bool => $l->isGood($this->clock->now())));
    }

    public function use(AskLink $link): void
    {
        $link->use($this->clock->now());
        $this->em->flush();
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
