<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** What a Withdrawable keeps of it. */
trait Withdraws
{
    /** Taken back: it stays, and counts no more. */
    #[ORM\Column]
    private bool $withdrawn = false;

    public function withdraw(bool $withdrawn): void
    {
        $this->withdrawn = $withdrawn;
    }

    public function isWithdrawn(): bool
    {
        return $this->withdrawn;
    }
}
