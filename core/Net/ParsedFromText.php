<?php

declare(strict_types=1);

namespace Vorhut\Core\Net;

use Vorhut\Core\InvalidValue;

/** A value that people write as text. */
interface ParsedFromText
{
    /** @throws InvalidValue */
    public static function fromString(string $text): self;

    /** Regular expression (ECMA-262, as JSON Schema takes it) that every right text matches; some wrong ones may, too. */
    public static function pattern(): string;

    public static function example(): string;
}
