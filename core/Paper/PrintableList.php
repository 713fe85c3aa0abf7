<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper;

use Vorhut\Core\Job\Job;

/** A list that is printed or exported; a new one is one class in the folder Kind. */
interface PrintableList
{
    /** How addresses of pages and files call it: small letters and hyphens. */
    public function name(): string;

    public function title(): string;

    /** @return non-empty-list<string> */
    public function heads(): array;

    /** @return list<string> headings of columns that hold numbers to calculate with */
    public function figures(): array;

    /** @return list<list<string>> with a text for each heading, in the order in which they are looked up */
    public function rows(Job $job): array;
}
