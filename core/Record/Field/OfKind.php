<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

/** The id of a part that the unit's kind declares, such as one of its slots. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class OfKind extends Text
{
    /** @param string $part key of the list in the kind */
    public function __construct(public readonly string $part, string $label = '')
    {
        parent::__construct($label, required: true, max: 64, technical: true);
    }
}
