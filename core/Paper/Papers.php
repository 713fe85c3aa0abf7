<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper;

use Vorhut\Core\Classes;

/** The lists that are carried off or printed: the classes of the folder Kind. */
final class Papers
{
    /** @return array<string, Paper> by name */
    public static function all(): array
    {
        $papers = [];
        foreach (Classes::in(__DIR__.'/Kind', __NAMESPACE__.'\Kind', Paper::class) as $class) {
            $paper = new $class();
            $papers[$paper->name()] = $paper;
        }

        return $papers;
    }
}
