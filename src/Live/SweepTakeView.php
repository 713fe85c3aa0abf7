<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Vorhut\App\Web\View\FormField;

/** How the rows of a sweep that are ticked go into the plan. */
final readonly class SweepTakeView
{
    /**
     * @param FormField|null $station null where no unit asks a list of addresses
     * @param list<string> $unknown addresses at which somebody answers whom nobody planned
     */
    public function __construct(
        public string $listUrl,
        public ?FormField $station,
        public string $planUrl,
        public array $unknown,
        public int $version,
        public string $nameUrl,
        public FormField $name,
    ) {}
}
