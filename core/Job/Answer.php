<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Day;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\Value;
use Vorhut\Core\Record\ListOf;

/** What somebody outside has told us: it fills every value that waits for it. */
#[ListOf(name: 'answers', one: 'answer', many: 'answers')]
final readonly class Answer
{
    /** @param mixed $value a scalar or a list of scalars */
    public function __construct(
        #[Slug]
        public string $id,
        #[Text('Setting', required: true, max: 64, technical: true)]
        public string $setting,
        #[Value('Value')]
        public mixed $value,
        #[Refers('devices', 'device', 'Device')]
        public ?string $device,
        #[Refers('profiles', 'profile', 'Device type')]
        public ?string $profile,
        #[Refers('locations', 'location', 'Location')]
        public ?string $location,
        #[Refers('segments', 'segment', 'Segment')]
        public ?string $segment,
        #[Text('Answered by', max: 120, default: '')]
        public string $by,
        #[Day('Date')]
        public ?string $on,
    ) {}
}
