<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\User;

/** Links by which people choose a password: good once, for some days, known to nobody afterwards. */
final readonly class Links
{
    public const DAYS = 7;

    public function __construct(
        private EntityManagerInterface $em,
        private ClockInterface $clock,
        private UrlGeneratorInterface $urls,
    ) {}

    /** A new one; the one before is good no more. It is told here and kept nowhere. */
    public function give(User $user): string
    {
        $token = bin2hex(random_bytes(20));
        $user->giveLink(self::hash($token), $this->clock->now()->modify('+'.self::DAYS.' days'));

        return $this->urls->generate('welcome', ['token' => $token], UrlGeneratorInterface::ABSOLUTE_URL);
    }

    public function holder(string $token): ?User
    {
        $user = $this->em->getRepository(User::class)->findOneBy(['link' => self::hash($token), 'active' => true]);

        return null !== $user?->getLinkUntil() && $user->getLinkUntil() > $this->clock->now() ? $user : null;
    }

    private static function hash(string $token): string
    {
        return hash('sha256', $token);
    }
}
