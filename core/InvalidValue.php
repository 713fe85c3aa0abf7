<?php

declare(strict_types=1);

namespace Vorhut\Core;

/** A value that was refused: says what was given, what is allowed and what to do. */
final class InvalidValue extends \InvalidArgumentException
{
    public function __construct(
        public readonly string $given,
        public readonly string $allowed,
        public readonly string $advice,
    ) {
        parent::__construct(\sprintf('"%s" is not allowed here: %s. %s', $given, $allowed, $advice));
    }
}
