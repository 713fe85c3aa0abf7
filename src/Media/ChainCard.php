<?php

declare(strict_types=1);

namespace Vorhut\App\Media;

use Vorhut\App\Web\View\Link;

/** A chain of sound, drawn from where it enters to where it is heard. */
final readonly class ChainCard
{
    /** @param list<StageBox> $stages */
    public function __construct(public Link $link, public string $about, public array $stages, public TimeLine $time) {}
}
