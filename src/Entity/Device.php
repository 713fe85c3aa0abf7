<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\ORM\Mapping as ORM;

#[ORM\Entity]
#[ORM\ChangeTrackingPolicy('DEFERRED_EXPLICIT')]
#[ORM\UniqueConstraint(columns: ['job_id', 'slug'])]
#[ORM\Index(columns: ['job_id', 'serial'])]
#[ORM\Index(columns: ['job_id', 'name'])]
class Device extends PlanRecord
{
    #[ORM\Column(length: 120)]
    private string $name = '';

    #[ORM\Column(length: 64)]
    private string $profile = '';

    #[ORM\Column(length: 80, nullable: true)]
    private ?string $serial = null;

    #[ORM\Column(length: 63, nullable: true)]
    private ?string $hostname = null;

    #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'RESTRICT')]
    private ?Location $location = null;

    /** @var Collection<int, DevicePort> */
    #[ORM\OneToMany(targetEntity: DevicePort::class, mappedBy: 'device', cascade: ['persist'], orphanRemoval: true)]
    private Collection $ports;

    public function __construct(StoredJob $job, string $slug, int $position)
    {
        parent::__construct($job, $slug, $position);
        $this->ports = new ArrayCollection();
    }

    protected function project(array $record, PlanIndex $index): void
    {
        $this->name = self::text($record, 'name') ?? $this->getSlug();
        $this->profile = self::text($record, 'profile') ?? '';
        $this->serial = self::text($record, 'serial');
        $this->hostname = self::text($record, 'hostname');
        $this->location = $index->locations[self::text($record, 'location') ?? ''] ?? null;
        $index->devices[$this->getSlug()] = $this;
        $interfaces = \is_array($record['interfaces'] ?? null) ? array_values($record['interfaces']) : [];
        $ports = $this->ports->getValues();
        foreach ($interfaces as $number => $interface) {
            if (!isset($ports[$number])) {
                $ports[$number] = new DevicePort($this);
                $this->ports->add($ports[$number]);
            }
            /** @var array<string, mixed> $values */
            $values = \is_array($interface) ? $interface : [];
            $ports[$number]->project($values, $index);
        }
        foreach (\array_slice($ports, \count($interfaces)) as $gone) {
            $this->ports->removeElement($gone);
        }
    }

    public function getName(): string
    {
        return $this->name;
    }

    public function getProfile(): string
    {
        return $this->profile;
    }

    public function getSerial(): ?string
    {
        return $this->serial;
    }

    public function getHostname(): ?string
    {
        return $this->hostname;
    }

    public function getLocation(): ?Location
    {
        return $this->location;
    }
}
