<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** A row with a number that the database gives. */
trait HasId
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null; // @phpstan-ignore property.unusedType

    /** @throws \LogicException before it is stored */
    public function getId(): int
    {
        return $this->id ?? throw new \LogicException(self::class.' is not stored yet.');
    }
}
