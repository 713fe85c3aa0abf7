<?php

declare(strict_types=1);

namespace Vorhut\Field\Rtsp;

/** What a viewer proves itself with to the cameras of a lab. */
final class LabViewer
{
    public const USER = 'viewer';

    public static function password(string $camera): string
    {
        return 'lab-'.$camera;
    }
}
