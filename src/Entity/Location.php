<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\ORM\Mapping as ORM;

#[ORM\Entity]
#[ORM\ChangeTrackingPolicy('DEFERRED_EXPLICIT')]
#[ORM\UniqueConstraint(columns: ['job_id', 'slug'])]
class Location extends PlanRecord
{
    #[ORM\Column(length: 120)]
    private string $name = '';

    protected function project(array $record, PlanIndex $index): void
    {
        $this->name = self::text($record, 'name') ?? $this->getSlug();
        $index->locations[$this->getSlug()] = $this;
    }

    public function getName(): string
    {
        return $this->name;
    }
}
