<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

/** A value of somebody else's, kept as it is. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class Anything extends Field
{
    public function read(mixed $value): mixed
    {
        return $value;
    }

    public function allowed(): string
    {
        return 'anything';
    }

    public function schema(): array
    {
        return [];
    }
}
