<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** A visit that is under way: every unit is looked at, and everything is proven again. */
#[ORM\Entity]
class VisitRun extends Run
{
    public static function wanted(StoredJob $job, User $user, bool $onSite, string $note, \DateTimeImmutable $at): self
    {
        return new self($job, $user, $at, ['onSite' => $onSite, 'note' => $note]);
    }

    /** Real units are asked from this machine, instead of the lab. */
    public function isOnSite(): bool
    {
        return true === ($this->task()['onSite'] ?? null);
    }

    public function getNote(): string
    {
        $note = $this->task()['note'] ?? null;

        return \is_string($note) ? $note : '';
    }

    public function made(Visit $visit): void
    {
        $this->setResult(['visit' => $visit->getId()]);
    }

    /** Null while it is not over. */
    public function getVisit(): ?int
    {
        $visit = $this->result()['visit'] ?? null;

        return \is_int($visit) ? $visit : null;
    }
}
