<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

/** An enum whose cases have words for people. */
interface Labelled
{
    public function label(): string;
}
