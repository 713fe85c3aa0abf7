<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\PathWords;

/** What is wrong with a value, for somebody who typed it and never saw a file. */
final class Sentence
{
    public static function ofValue(InvalidValue $e): string
    {
        return \sprintf('%s was given; allowed is %s. %s', '' === $e->given ? 'Nothing' : $e->given, $e->allowed, $e->advice);
    }

    public static function fromError(FileError $error): string
    {
        $given = 'null' === $error->given ? 'nothing' : $error->given;

        return rtrim(\sprintf('%s: %s was given; allowed is %s. %s', self::field($error), $given, $error->allowed, $error->advice));
    }

    /** The field as its form calls it, "Ports 3 Tagged segments" for "$.switches[core].ports[2].tagged"; its key where no list has it. */
    private static function field(FileError $error): string
    {
        $key = (string) preg_replace('/^.*[.\]]([a-zA-Z]+)(\[\d+\])?$/', '$1', $error->path);
        if (1 !== preg_match('/^\$\.(?:[a-z]+\.)?([a-z]+)\[[^\]]*\]\.(.+)$/D', $error->path, $m) || !isset(Lists::all()[$m[1]])) {
            return ucfirst($key);
        }
        $place = preg_replace_callback('/\[(\d+)\]/', static fn (array $at): string => ' '.((int) $at[1] + 1), $m[2]);

        return ucfirst(PathWords::words(Lists::all()[$m[1]]->type(), str_replace('.', ' ', (string) $place)));
    }
}
