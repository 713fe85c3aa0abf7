<?php

declare(strict_types=1);

namespace Vorhut\App\Provision;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Random\Engine\Secure;
use Random\Randomizer;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\FilePoint;
use Vorhut\App\Entity\OpenedSecret;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\App\Vault\Vault;
use Vorhut\App\Vault\VaultClosed;

/** Opens and closes the place from which the units of a job fetch their files, and their secrets for one fetch each. */
final readonly class FileDesk
{
    /** Letters and digits that do not look alike: it may have to be typed on keys. 16 of 27 are 76 bits. */
    private const ALPHABET = 'abcdefhijkmnprstuvwxyz23478';
    private const LENGTH = 16;
    private const SECRET = 'file-point/word';

    /** How long a secret waits for its one fetch. */
    private const OPEN_FOR = '+24 hours';

    public function __construct(
        private EntityManagerInterface $em,
        private Vault $vault,
        private ClockInterface $clock,
        private UrlGeneratorInterface $urls,
    ) {}

    /**
     * A new place; the one before is gone.
     *
     * @throws VaultClosed
     */
    public function open(StoredJob $job, User $by): void
    {
        $random = new Randomizer(new Secure());
        $word = '';
        while (\strlen($word) < self::LENGTH) {
            $word .= self::ALPHABET[$random->getInt(0, \strlen(self::ALPHABET) - 1)];
        }
        $this->vault->put($job, self::SECRET, $word, $by);
        $point = $this->pointOf($job);
        if (null === $point) {
            $this->em->persist(new FilePoint($job, self::hash($word), $this->clock->now()));
        } else {
            $point->renew(self::hash($word), $this->clock->now());
        }
        $this->em->flush();
    }

    public function close(StoredJob $job): void
    {
        $point = $this->pointOf($job);
        if (null !== $point) {
            $this->em->remove($point);
        }
        $this->em->createQuery('DELETE FROM '.OpenedSecret::class.' o WHERE o.job = :job')->execute(['job' => $job]);
        $this->em->flush();
    }

    public function pointOf(StoredJob $job): ?FilePoint
    {
        return $this->em->getRepository(FilePoint::class)->findOneBy(['job' => $job]);
    }

    public function find(string $word): ?FilePoint
    {
        return $this->em->getRepository(FilePoint::class)->findOneBy(['hash' => self::hash($word)]);
    }

    /** The address of the place, with a slash behind; null where it is closed, or the vault is. */
    public function url(StoredJob $job): ?string
    {
        $secret = null === $this->pointOf($job) ? null : $this->vault->find($job, self::SECRET);
        try {
            $word = null === $secret ? null : $this->vault->open($secret);
        } catch (VaultClosed) {
            return null;
        }

        return null === $word
            ? null
            : $this->urls->generate('unit_file', ['word' => $word, 'file' => ''], UrlGeneratorInterface::ABSOLUTE_URL);
    }

    /** @param list<string> $devices whose next fetch is to carry their secrets */
    public function openSecrets(StoredJob $job, array $devices): void
    {
        $this->em->createQuery('DELETE FROM '.OpenedSecret::class.' o WHERE o.job = :job AND o.device IN (:devices)')
            ->execute(['job' => $job, 'devices' => $devices]);
        $until = $this->clock->now()->modify(self::OPEN_FOR);
        foreach ($devices as $device) {
            $this->em->persist(new OpenedSecret($job, $device, $until));
        }
        $this->em->flush();
    }

    /** @return array<string, true> units whose next fetch carries their secrets */
    public function opened(StoredJob $job): array
    {
        $opened = [];
        foreach ($this->em->getRepository(OpenedSecret::class)->findBy(['job' => $job]) as $one) {
            if ($one->isGood($this->clock->now())) {
                $opened[$one->getDevice()] = true;
            }
        }

        return $opened;
    }

    /** Takes the one fetch that was open; of two that come at once one gets it. */
    public function takeSecret(StoredJob $job, string $device): bool
    {
        $taken = $this->em->createQuery(
            'DELETE FROM '.OpenedSecret::class.' o WHERE o.job = :job AND o.device = :device AND o.until > :now',
        )->execute(['job' => $job, 'device' => $device, 'now' => $this->clock->now()->setTimezone(new \DateTimeZone('UTC'))]);

        return 1 === $taken;
    }

    private static function hash(string $word): string
    {
        return hash('sha256', $word);
    }
}
