<?php

declare(strict_types=1);

namespace Vorhut\App\Plan\Effect;

use Doctrine\ORM\EntityManagerInterface;
use Vorhut\App\Entity\BenchRecord;
use Vorhut\App\Entity\Role;
use Vorhut\App\Entity\StoredJob;

/** Steps that were done on a unit which has left: they count no more, unless it comes back. */
final readonly class BenchStepsVoid implements Effect
{
    /** @param list<int> $ids */
    private function __construct(private array $ids) {}

    public static function name(): string
    {
        return 'bench-void';
    }

    public static function kept(array $kept): self
    {
        return new self(array_values(array_filter($kept, \is_int(...))));
    }

    public function keep(): array
    {
        return $this->ids;
    }

    public function make(EntityManagerInterface $em, StoredJob $stored): void
    {
        $this->withdraw($em, true);
    }

    public function takeBack(EntityManagerInterface $em, StoredJob $stored): void
    {
        $this->withdraw($em, false);
    }

    public function needs(): Role
    {
        return Role::Technician;
    }

    private function withdraw(EntityManagerInterface $em, bool $isWithdrawn): void
    {
        foreach ($this->ids as $id) {
            $em->find(BenchRecord::class, $id)?->withdraw($isWithdrawn);
        }
    }
}
