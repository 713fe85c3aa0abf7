<?php

declare(strict_types=1);

namespace Vorhut\App\Plan\Effect;

use Doctrine\ORM\EntityManagerInterface;
use Vorhut\App\Entity\Role;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Entity\Withdrawable;

/** Records that people signed. Taken back they stay, marked as withdrawn, and count no more. */
abstract class Recorded implements Effect
{
    /** @param list<int> $ids of what is stored already */
    final private function __construct(private array $ids, private readonly ?Withdrawable $new = null) {}

    public static function new(Withdrawable $record): static
    {
        return new static([], $record);
    }

    public static function kept(array $kept): static
    {
        return new static(array_values(array_filter($kept, \is_int(...))));
    }

    /** @return class-string<Withdrawable> */
    abstract protected function entity(): string;

    public function keep(): array
    {
        return $this->ids;
    }

    public function make(EntityManagerInterface $em, StoredJob $stored): void
    {
        if (null !== $this->new && [] === $this->ids) {
            $em->persist($this->new);
            $em->flush();
            $this->ids = [(int) $this->new->getId()];
        }
        $this->mark($em, false);
    }

    public function takeBack(EntityManagerInterface $em, StoredJob $stored): void
    {
        $this->mark($em, true);
    }

    public function needs(): Role
    {
        return Role::Technician;
    }

    private function mark(EntityManagerInterface $em, bool $withdrawn): void
    {
        foreach ($this->ids as $id) {
            $em->find($this->entity(), $id)?->withdraw($withdrawn);
        }
    }
}
