<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;

/** What can be plugged into a slot. */
final readonly class Module
{
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[WholeNumber(0, 512, 'Sockets', default: 0)]
        public int $sockets,
        #[Text('Included', max: 200, default: '')]
        public string $with,
        #[Choice(Feed::class, 'Socket type')]
        public ?Feed $feeds,
    ) {}
}
