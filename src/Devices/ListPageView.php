<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

/** The page with a list and what it may name. */
final readonly class ListPageView
{
    public function __construct(public ListView $list, public ListHelp $help) {}
}
