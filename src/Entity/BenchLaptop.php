<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** The ports of the laptop that a person has at the bench of a job, as they typed them. */
#[ORM\Entity]
#[ORM\Table(name: 'bench_laptop')]
#[ORM\UniqueConstraint(name: 'bench_laptop_one', columns: ['job_id', 'user_id'])]
class BenchLaptop
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null; // @phpstan-ignore property.unusedType, property.onlyWritten

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] // @phpstan-ignore property.onlyWritten
        private StoredJob $job,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] // @phpstan-ignore property.onlyWritten
        private User $user,
        #[ORM\Column(length: 400)]
        private string $ports = '',
    ) {}

    public function getPorts(): string
    {
        return $this->ports;
    }

    public function has(string $ports): void
    {
        $this->ports = $ports;
    }
}
