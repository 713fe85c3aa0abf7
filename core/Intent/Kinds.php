<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Classes;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\IntentKinds;

/** The kinds of intents: the classes of the folder Kind, each called by its name in small letters. */
final class Kinds
{
    /** @var array<string, Kind>|null */
    private static ?array $kinds = null;

    public static function kindOf(Intent $intent): Kind
    {
        return self::all()[$intent->kind];
    }

    /** @return array<string, Kind> */
    public static function all(): array
    {
        if (null === self::$kinds) {
            self::$kinds = [];
            foreach (Classes::in(IntentKinds::FOLDER, __NAMESPACE__.'\Kind', Kind::class) as $class) {
                self::$kinds[IntentKinds::nameOf($class)] = new $class();
            }
        }

        return self::$kinds;
    }
}
