<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver;

/** Labels as they stand on their sheets. */
final readonly class LabelsView
{
    /**
     * @param list<list<array{code: string, name: string, address: string, mac: string, place: string, left: string, top: string}>> $pages
     * @param string $code side of the code
     * @param string $indent where the text begins
     * @param int $points size of the text
     */
    public function __construct(
        public array $pages,
        public string $width,
        public string $height,
        public string $code,
        public string $indent,
        public int $points,
    ) {}
}
