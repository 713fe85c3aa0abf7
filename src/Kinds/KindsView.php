<?php

declare(strict_types=1);

namespace Vorhut\App\Kinds;

use Vorhut\App\Web\View\Link;

/** All kinds of unit, by trade. */
final readonly class KindsView
{
    /** @param array<string, list<array{name: string, url: string, about: string, count: string}>> $trades */
    public function __construct(public string $summary, public array $trades, public Link $own) {}
}
