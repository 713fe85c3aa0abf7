<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\ORM\Mapping as ORM;

#[ORM\Entity]
#[ORM\ChangeTrackingPolicy('DEFERRED_EXPLICIT')]
#[ORM\UniqueConstraint(columns: ['job_id', 'slug'])]
class Extension extends PlanRecord
{
    #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'RESTRICT')]
    private ?Device $device = null;

    #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'RESTRICT')]
    private ?Device $server = null;

    protected function project(array $record, PlanIndex $index): void
    {
        $this->device = $index->devices[self::text($record, 'device') ?? ''] ?? null;
        $this->server = $index->devices[self::text($record, 'server') ?? ''] ?? null;
    }

    public function getDevice(): ?Device
    {
        return $this->device;
    }

    public function getServer(): ?Device
    {
        return $this->server;
    }
}
