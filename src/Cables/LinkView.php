<?php

declare(strict_types=1);

namespace Vorhut\App\Cables;

use Vorhut\App\Web\View\Bar;
use Vorhut\App\Web\View\Link;

/** A link between two switches with what it carries each way. */
final readonly class LinkView
{
    public function __construct(public Link $link, public string $ends, public string $made, public Bar $there, public Bar $back) {}
}
