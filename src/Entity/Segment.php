<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\ORM\Mapping as ORM;

#[ORM\Entity]
#[ORM\ChangeTrackingPolicy('DEFERRED_EXPLICIT')]
#[ORM\UniqueConstraint(columns: ['job_id', 'slug'])]
class Segment extends PlanRecord
{
    #[ORM\Column(length: 120)]
    private string $name = '';

    #[ORM\Column(nullable: true)]
    private ?int $vlan = null;

    protected function project(array $record, PlanIndex $index): void
    {
        $this->name = self::text($record, 'name') ?? $this->getSlug();
        $vlan = $record['vlan'] ?? null;
        $this->vlan = \is_int($vlan) ? $vlan : null;
        $index->segments[$this->getSlug()] = $this;
    }

    public function getName(): string
    {
        return $this->name;
    }

    public function getVlan(): ?int
    {
        return $this->vlan;
    }
}
