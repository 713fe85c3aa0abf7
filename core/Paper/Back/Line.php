<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Back;

/** A row of a list, and the record that it is made of. */
final readonly class Line
{
    /**
     * @param list<string> $cells
     * @param RowOf|null $of null where nothing of it is read back
     */
    public function __construct(public array $cells, public ?RowOf $of) {}
}
