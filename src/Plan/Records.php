<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Vorhut\App\Entity\Device;
use Vorhut\App\Entity\Extension;
use Vorhut\App\Entity\Intent;
use Vorhut\App\Entity\Location;
use Vorhut\App\Entity\PlanRecord;
use Vorhut\App\Entity\Profile;
use Vorhut\App\Entity\Router;
use Vorhut\App\Entity\Segment;
use Vorhut\Core\Job\Collection;

/** Which table holds which list of a job. */
final class Records
{
    /** Lists in the order in which they may refer to each other: what is referred to comes first. */
    public const ORDER = [Collection::Locations, Collection::Segments, Collection::Profiles, Collection::Routers, Collection::Devices, Collection::Extensions, Collection::Intents];

    /** @return class-string<PlanRecord> */
    public static function entity(Collection $collection): string
    {
        return match ($collection) {
            Collection::Locations => Location::class,
            Collection::Segments => Segment::class,
            Collection::Routers => Router::class,
            Collection::Profiles => Profile::class,
            Collection::Devices => Device::class,
            Collection::Extensions => Extension::class,
            Collection::Intents => Intent::class,
        };
    }
}
