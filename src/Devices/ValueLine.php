<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Vorhut\App\Web\View\FormField;

/** One value of a unit in the panel: what it is, where it comes from, with what it must agree. */
final readonly class ValueLine
{
    /**
     * @param list<array{origin: string, value: string, said: string, state: string}> $chain
     * @param list<array{text: string, holds: string}> $partners
     * @param list<FormField> $fields none for who may not change it
     */
    public function __construct(
        public string $id,
        public string $label,
        public string $value,
        public string $origin,
        public bool $isOpen,
        public bool $isSelected,
        public array $chain,
        public array $partners,
        public string $why,
        public array $fields,
        public string $url,
        /** How far it is on the real unit, '' while it is only planned. */
        public string $state,
    ) {}
}
