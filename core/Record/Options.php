<?php

declare(strict_types=1);

namespace Vorhut\Core\Record;

/** The values a field may have, where they are no enum. */
interface Options
{
    /** @return list<string> */
    public static function values(): array;
}
