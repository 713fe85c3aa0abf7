<?php

declare(strict_types=1);

namespace Vorhut\App\Light;

use Vorhut\App\Web\View\Link;

/** A scene store with its keys: which scene is on which, and how it gets in. */
final readonly class StoreView
{
    /**
     * @param list<array{number: int, link: Link|null, how: string, fade: string, broken: bool}> $keys from the first to the last
     * @param list<array{string, string}> $ways each way of getting a scene in, and what it takes
     */
    public function __construct(public Link $link, public string $about, public array $keys, public array $ways) {}
}
