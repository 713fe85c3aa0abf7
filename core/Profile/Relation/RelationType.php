<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Relation;

use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\Texts;

/** What a unit of a kind can do with another one, and which values must then stand in a relation. */
final readonly class RelationType
{
    /**
     * @param list<string> $with ids of kinds; none for any
     * @param list<Constraint> $ties
     */
    public function __construct(
        #[Slug]
        public string $id,
        #[Name('What it does, "feeds"')]
        public string $name,
        #[Text('The other way round, "is fed by"', max: 120, default: '')]
        public string $back,
        #[Texts('Device types')]
        public array $with,
        #[Flag('required')]
        public bool $required,
        #[Flag('every extension couples the device with the phone system it registers at')]
        public bool $byExtension,
        #[Text('Module in the slot of the partner\'s socket', max: 64)]
        public ?string $module,
        #[Records(Constraint::class, 'Settings that must match')]
        public array $ties,
    ) {}

    public function fits(string $profile): bool
    {
        return [] === $this->with || \in_array($profile, $this->with, true);
    }
}
