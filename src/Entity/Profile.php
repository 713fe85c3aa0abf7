<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** A device profile of the job's own. */
#[ORM\Entity]
#[ORM\ChangeTrackingPolicy('DEFERRED_EXPLICIT')]
#[ORM\Table(name: 'job_profile')]
#[ORM\UniqueConstraint(columns: ['job_id', 'slug'])]
class Profile extends PlanRecord
{
}
