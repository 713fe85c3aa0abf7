<?php

declare(strict_types=1);

namespace Vorhut\Core\Calc;

/** What is known of a calculation before it has been given anything. */
final readonly class CalculationAbout
{
    /**
     * @param string $id by which it is called, a slug
     * @param list<Input> $inputs
     * @param array<string, string> $outputs unit by name; '' for plain numbers
     */
    public function __construct(
        public string $id,
        public string $name,
        public string $standard,
        public array $inputs,
        public array $outputs,
    ) {}

    public function input(string $name): ?Input
    {
        return array_find($this->inputs, static fn ($input): bool => $input->name === $name);
    }
}
