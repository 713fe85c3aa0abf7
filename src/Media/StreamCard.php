<?php

declare(strict_types=1);

namespace Vorhut\App\Media;

use Vorhut\App\Web\View\Bar;
use Vorhut\App\Web\View\Link;

/** A stream that leaves its site: where it goes, and whether time, line and battery suffice. */
final readonly class StreamCard
{
    /**
     * @param list<Bar> $bars each a sum against its limit
     * @param list<array{part: string, given: string, wrong: string}> $address part by part
     */
    public function __construct(
        public Link $link,
        public string $way,
        public string $said,
        public array $bars,
        public array $address,
        public ?Marks $temperature,
    ) {}
}
