<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Vorhut\App\Web\View\FormField;

/** Everybody who may work here. */
final readonly class PeopleView
{
    /**
     * @param list<PersonView> $people
     * @param array<string, string> $roles word by value
     * @param list<FormField> $fields of an invitation
     * @param array{name: string, url: string, days: int}|null $link the link just made, told once
     */
    public function __construct(
        public string $summary,
        public array $people,
        public array $roles,
        public array $fields,
        public string $error,
        public ?array $link,
    ) {}
}
