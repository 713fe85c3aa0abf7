<?php

declare(strict_types=1);

namespace Vorhut\App\Vault;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Random\Engine\Secure;
use Random\Randomizer;
use Vorhut\App\Entity\Secret;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\User;
use Vorhut\App\Entity\VisitFile;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Secret\SecretMaker;
use Vorhut\Core\Secret\SecretNeed;

/** Keeps secrets sealed (XSalsa20-Poly1305, as libsodium's secretbox); each carries its name, so that none can stand in for another. */
final readonly class Vault
{
    public function __construct(
        private EntityManagerInterface $em,
        private VaultKey $key,
        private Seal $seal,
        private ClockInterface $clock,
    ) {}

    /** Why it cannot be opened; '' where it can. */
    public function closed(): string
    {
        try {
            $this->key->current();

            return '';
        } catch (VaultClosed $e) {
            return $e->getMessage();
        }
    }

    /** @return array<string, Secret> by name */
    public function secretsOf(StoredJob $job): array
    {
        $secrets = [];
        foreach ($this->em->getRepository(Secret::class)->findBy(['job' => $job]) as $secret) {
            $secrets[$secret->getName()] = $secret;
        }

        return $secrets;
    }

    public function find(StoredJob $job, string $name): ?Secret
    {
        return $this->em->getRepository(Secret::class)->findOneBy(['job' => $job, 'name' => $name]);
    }

    /**
     * @throws VaultClosed
     * @throws InvalidValue where nothing fits what the unit takes
     */
    public function make(StoredJob $job, SecretNeed $need, ?User $by): Secret
    {
        return $this->put($job, $need->name, (new SecretMaker(new Randomizer(new Secure())))->make($need), $by);
    }

    /** @throws VaultClosed */
    public function put(StoredJob $job, string $name, string $value, ?User $by): Secret
    {
        $sealed = $this->seal->on($name, $value);
        $secret = $this->find($job, $name);
        if (null === $secret) {
            $secret = new Secret(job: $job, name: $name, sealed: $sealed, by: $by, at: $this->clock->now());
            $this->em->persist($secret);
        } else {
            $secret->replace($sealed, $by, $this->clock->now());
        }
        $this->em->flush();

        return $secret;
    }

    /** @throws VaultClosed */
    public function open(Secret $secret): string
    {
        return $this->seal->open($secret->getName(), $secret->getSealed());
    }

    /**
     * The one before this, which a unit may still have; null where there was none.
     *
     * @throws VaultClosed
     */
    public function former(Secret $secret): ?string
    {
        return null === $secret->getFormer() ? null : $this->seal->open($secret->getName(), $secret->getFormer());
    }

    /** Seals everything with the current key; what was sealed with a key that is gone stays as it is. Returns how many are. */
    public function sealAgain(): int
    {
        $left = 0;
        foreach ($this->em->getRepository(Secret::class)->findAll() as $secret) {
            try {
                $former = $this->former($secret);
                $name = $secret->getName();
                $secret->sealAgain($this->seal->on($name, $this->open($secret)), null === $former ? null : $this->seal->on($name, $former));
            } catch (VaultClosed) {
                ++$left;
            }
        }
        foreach ($this->em->getRepository(VisitFile::class)->findAll() as $file) {
            try {
                $file->sealAgain($this->seal->on($file->getHash(), $this->seal->open($file->getHash(), $file->getSealed())));
            } catch (VaultClosed) {
                ++$left;
            }
        }
        $this->em->flush();

        return $left;
    }
}
