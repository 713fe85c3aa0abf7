<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

/** Something signed that stays when it is taken back, and then counts no more. */
interface Withdrawable
{
    public function getId(): int;

    public function withdraw(bool $withdrawn): void;
}
