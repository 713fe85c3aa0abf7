<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\Texts;

/** Keys of a keypad or remote that do one thing. */
final readonly class Shortcut
{
    /**
     * @param list<string> $keys
     */
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[Texts('Keys in order')]
        public array $keys,
        #[Number(0, 60, 'Seconds to hold the last')]
        public ?float $hold,
        #[Text('What you should see', max: 200, default: '')]
        public string $see,
    ) {}
}
