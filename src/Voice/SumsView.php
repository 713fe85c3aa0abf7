<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;

/** One sum with its form and what it gives. */
final readonly class SumsView
{
    /**
     * @param list<array{link: Link, here: bool}> $sums
     * @param list<FormField> $fields
     * @param list<array{name: string, value: string, unit: string}> $results
     * @param list<Link> $begun the same with figures of the job
     */
    public function __construct(
        public array $sums,
        public string $title,
        public string $standard,
        public string $url,
        public array $fields,
        public array $results,
        public string $error,
        public array $begun,
        public ?SumDrawing $drawing,
    ) {}
}
