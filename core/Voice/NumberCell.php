<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

/** One number on the strip. */
final readonly class NumberCell
{
    /** @param "taken"|"free"|"clash"|"code"|"outside" $state "outside": in no block, though there are some */
    public function __construct(public string $number, public string $state, public string $said) {}
}
