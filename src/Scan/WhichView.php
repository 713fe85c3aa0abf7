<?php

declare(strict_types=1);

namespace Vorhut\App\Scan;

use Vorhut\App\Web\View\Link;

/** What was read, which planned unit it is, and what can be done with it. */
final readonly class WhichView
{
    /**
     * @param list<array{name: string, kind: string, place: string, said: string, but: string, links: list<Link>}> $units
     * @param string $verdict in a sentence
     * @param string $tone through, care or broken
     * @param array<array-key, string> $swaps names of units whose place it can take, by id
     * @param string|null $swapUrl null for who may not
     */
    public function __construct(
        public string $text,
        public array $units,
        public string $verdict,
        public string $tone,
        public array $swaps,
        public string $chosen,
        public string $serial,
        public string $mac,
        public ?string $swapUrl,
        public int $version,
        public string $error = '',
    ) {}
}
