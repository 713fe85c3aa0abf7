<?php

declare(strict_types=1);

namespace Vorhut\App\Plan\Effect;

use Doctrine\ORM\EntityManagerInterface;
use Vorhut\App\Entity\Role;
use Vorhut\App\Entity\Secret;
use Vorhut\App\Entity\StoredJob;

/** Secrets that were typed into a unit, so that it has them now; or that this was taken back. */
final readonly class SecretsTyped implements Effect
{
    /**
     * @param list<string> $names
     * @param int $at seconds since 1970; 0 where it was taken back
     */
    public function __construct(private array $names, private int $at) {}

    public static function name(): string
    {
        return 'secrets-typed';
    }

    public static function kept(array $kept): self
    {
        return new self(array_values(array_filter($kept, \is_string(...))), array_values(array_filter($kept, \is_int(...)))[0] ?? 0);
    }

    public function keep(): array
    {
        return [...$this->names, $this->at];
    }

    public function make(EntityManagerInterface $em, StoredJob $stored): void
    {
        $typedAt = (new \DateTimeImmutable())->setTimestamp($this->at);
        foreach ($this->secrets($em, $stored) as $secret) {
            0 === $this->at ? $secret->untyped() : $secret->typed($typedAt);
        }
    }

    public function takeBack(EntityManagerInterface $em, StoredJob $stored): void
    {
        foreach ($this->secrets($em, $stored) as $secret) {
            0 === $this->at ? $secret->typedAfterAll() : $secret->untyped();
        }
    }

    public function needs(): Role
    {
        return Role::Technician;
    }

    /** @return list<Secret> */
    private function secrets(EntityManagerInterface $em, StoredJob $stored): array
    {
        return $em->getRepository(Secret::class)->findBy(['job' => $stored, 'name' => $this->names]);
    }
}
