<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Cause;

/** A sort of change that may mend a cause. */
enum Remedy
{
    case Gateway;
    case Mask;
    case AddressHere;
    case AddressOfAsker;
    case AddressOfAsked;
    case AddressOfSpareOwner;
    case ListEntry;
    case FilterRule;
    case Route;
    case MulticastRouting;
    case Relay;
    case Querier;
    case ExternalNetwork;
    case Masquerade;
    case PublicAddress;
    case PortForward;
    case NumberHeader;
    case RoutePermission;
}
