<?php

declare(strict_types=1);

namespace Vorhut\Core\Net;

/** Protocols a filter rule or a service can name. */
enum Protocol: string
{
    case Any = 'any';
    case Tcp = 'tcp';
    case Udp = 'udp';
    case Icmp = 'icmp';
}
