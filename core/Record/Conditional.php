<?php

declare(strict_types=1);

namespace Vorhut\Core\Record;

/** A value object whose keys depend on each other in a way that JSON Schema can say. */
interface Conditional
{
    /** @return array<string, mixed> keywords beside the properties, or further ones of single properties */
    public static function conditions(): array;
}
