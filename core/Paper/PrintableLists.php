<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper;

use Vorhut\Core\Classes;

/** The lists that are printed or exported: the classes of the folder Kind. */
final class PrintableLists
{
    /** @return array<string, PrintableList> by name */
    public static function all(): array
    {
        $papers = [];
        foreach (Classes::in(__DIR__.'/Kind', __NAMESPACE__.'\Kind', PrintableList::class) as $class) {
            $paper = new $class();
            $papers[$paper->name()] = $paper;
        }

        return $papers;
    }
}
