<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\Value;
use Vorhut\Core\Record\ListOf;

/** A value for all units of a place, a segment or a kind that have the setting. */
#[ListOf(name: 'rules', one: 'setting rule', many: 'setting rules')]
final readonly class ValueRule
{
    /** @param mixed $value a scalar or a list of scalars */
    public function __construct(
        #[Slug]
        public string $id,
        #[Text('Setting', required: true, max: 64, technical: true)]
        public string $setting,
        #[Value('Value')]
        public mixed $value,
        #[Refers('profiles', 'profile', 'Device type')]
        public ?string $profile,
        #[Refers('locations', 'location', 'Location')]
        public ?string $location,
        #[Refers('segments', 'segment', 'Segment')]
        public ?string $segment,
        #[Text('Reason', max: 300, default: '')]
        public string $reason,
    ) {}

    public function isOfPlace(): bool
    {
        return null !== $this->location || null !== $this->segment;
    }
}
