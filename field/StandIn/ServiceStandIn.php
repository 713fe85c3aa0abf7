<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

/** A stand-in for one service of a device; `Services` asks one after the other whether it is theirs. */
interface ServiceStandIn extends StandIn
{
    /** Null where this service is not its own. */
    public static function at(ServiceSite $site): ?self;
}
