<?php

declare(strict_types=1);

namespace Vorhut\Field\Dns;

use LibDNS\Records\Types\TypeFactory;

/** Makes the parts of records, names as they came. */
final class RawTypes extends TypeFactory
{
    /** @param string|array<string>|null $value */
    public function createDomainName($value = null): RawName
    {
        return new RawName($value);
    }
}
