<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

/** One place in the tree of places. */
final readonly class LocationRow
{
    /**
     * @param string $told the dispatchable address, '' where none is known
     * @param bool $inherited whether it is that of a place around it
     * @param string|null $url where it is changed
     * @param string|null $inside where one is added inside it
     */
    public function __construct(
        public string $name,
        public int $depth,
        public string $kind,
        public string $told,
        public bool $inherited,
        public int $units,
        public ?string $url,
        public ?string $inside,
    ) {}
}
