<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Record\FileError;

/** What is wrong with a value, for somebody who typed it and never saw a file. */
final class Sentence
{
    public static function ofValue(InvalidValue $e): string
    {
        return \sprintf('%s was given; allowed is %s. %s', '' === $e->given ? 'Nothing' : $e->given, $e->allowed, $e->advice);
    }

    public static function fromError(FileError $error): string
    {
        $field = (string) preg_replace('/^.*[.\]]([a-zA-Z]+)(\[\d+\])?$/', '$1', $error->path);

        return rtrim(\sprintf('%s: %s was given; allowed is %s. %s', ucfirst($field), $error->given, $error->allowed, $error->advice));
    }
}
