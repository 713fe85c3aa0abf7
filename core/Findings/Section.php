<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings;

/** The stop on a job's way at which a finding is mended. */
enum Section: string
{
    case Networks = 'networks';
    case Devices = 'devices';
    case Pairings = 'pairings';
    case Bench = 'bench';
    case Voice = 'voice';
    case Media = 'media';
    case Power = 'power';
    case Proof = 'proof';
}
