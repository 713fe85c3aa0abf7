<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

/** An enum whose cases have words for people. */
interface HasLabel
{
    public function label(): string;
}
