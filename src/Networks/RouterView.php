<?php

declare(strict_types=1);

namespace Vorhut\App\Networks;

use Vorhut\App\Web\View\Link;

/** A router as Networks lists it. */
final readonly class RouterView
{
    /**
     * @param list<array{segment: string, address: string, does: string}> $interfaces
     * @param list<array{line: string, decides: string}> $rules
     * @param array{line: string, decides: string} $default what becomes of what no rule names
     * @param list<array{line: string, decides: string}> $routes
     */
    public function __construct(
        public string $id,
        public string $name,
        public array $interfaces,
        public array $rules,
        public array $default,
        public array $routes,
        public ?Link $edit,
    ) {}
}
