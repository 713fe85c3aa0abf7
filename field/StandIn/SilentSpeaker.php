<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Vorhut\Field\Serve\TextSpeaker;

/** Accepts a connection and keeps it open, for services nothing more is known of. */
final class SilentSpeaker implements TextSpeaker
{
    public function answer(string $received): ?string
    {
        return null;
    }
}
