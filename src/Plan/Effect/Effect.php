<?php

declare(strict_types=1);

namespace Vorhut\App\Plan\Effect;

use Doctrine\ORM\EntityManagerInterface;
use Vorhut\App\Entity\Role;
use Vorhut\App\Entity\StoredJob;

/** What a journal entry did beside changing records of the plan: it goes back and forth with the entry. */
interface Effect
{
    /** What it is called in the journal. */
    public static function name(): string;

    /** @param list<mixed> $kept what was kept of it */
    public static function kept(array $kept): self;

    /** @return list<int|string> enough to take it back and to make it again */
    public function keep(): array;

    /** Makes it, the first time or again. */
    public function make(EntityManagerInterface $em, StoredJob $stored): void;

    public function takeBack(EntityManagerInterface $em, StoredJob $stored): void;

    /** Who may do either. */
    public function needs(): Role;
}
