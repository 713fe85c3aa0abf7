<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\ORM\Mapping as ORM;

#[ORM\Entity]
#[ORM\ChangeTrackingPolicy('DEFERRED_EXPLICIT')]
#[ORM\UniqueConstraint(columns: ['job_id', 'slug'])]
class Intent extends PlanRecord
{
    #[ORM\Column(length: 20)]
    private string $kind = '';

    protected function project(array $record, PlanIndex $index): void
    {
        $this->kind = self::text($record, 'kind') ?? '';
    }

    public function getKind(): string
    {
        return $this->kind;
    }
}
