<?php

declare(strict_types=1);

namespace Vorhut\App\Web\View;

/** What to do next, on top of a page. */
final readonly class Next
{
    public function __construct(public string $title, public string $detail, public Link|Post|null $action = null) {}
}
