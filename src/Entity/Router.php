<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\ORM\Mapping as ORM;

#[ORM\Entity]
#[ORM\ChangeTrackingPolicy('DEFERRED_EXPLICIT')]
#[ORM\UniqueConstraint(columns: ['job_id', 'slug'])]
class Router extends PlanRecord
{
    #[ORM\Column(length: 120)]
    private string $name = '';

    /** @var Collection<int, Segment> the segments it joins: none of them can be removed under it */
    #[ORM\ManyToMany(targetEntity: Segment::class)]
    #[ORM\JoinTable(name: 'router_segment')]
    #[ORM\InverseJoinColumn(onDelete: 'RESTRICT')]
    private Collection $segments;

    public function __construct(StoredJob $job, string $slug, int $position)
    {
        parent::__construct($job, $slug, $position);
        $this->segments = new ArrayCollection();
    }

    protected function project(array $record, PlanIndex $index): void
    {
        $this->name = self::text($record, 'name') ?? $this->getSlug();
        $joined = [];
        foreach (\is_array($record['interfaces'] ?? null) ? $record['interfaces'] : [] as $interface) {
            $segment = \is_array($interface) ? ($index->segments[\is_string($interface['segment'] ?? null) ? $interface['segment'] : ''] ?? null) : null;
            if (null !== $segment) {
                $joined[$segment->getSlug()] = $segment;
            }
        }
        foreach ($this->segments as $segment) {
            if (!isset($joined[$segment->getSlug()])) {
                $this->segments->removeElement($segment);
            }
        }
        foreach ($joined as $segment) {
            if (!$this->segments->contains($segment)) {
                $this->segments->add($segment);
            }
        }
    }

    public function getName(): string
    {
        return $this->name;
    }
}
