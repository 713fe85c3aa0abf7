<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

use Vorhut\App\Web\View\FormField;

/** Many extensions at once: what is asked for, what would be made, what is left out. */
final readonly class SeveralView
{
    /**
     * @param list<FormField> $fields
     * @param list<array{number: string, name: string}> $made
     * @param list<array{number: string, why: string}> $left
     * @param array<string, string|int> $values what goes along when it is taken
     */
    public function __construct(
        public string $url,
        public array $fields,
        public array $made,
        public array $left,
        public string $more,
        public string $error,
        public array $values,
    ) {}
}
