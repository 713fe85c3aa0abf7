<?php

declare(strict_types=1);

namespace Vorhut\Core\Keypad;

use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\RawRecord;

/** A key as it types in one mode. */
final readonly class Key implements Checked
{
    /** @param string $types the characters it types, that of the first press first; pressed on it begins anew */
    public function __construct(
        #[Text('Key', required: true, max: 20)]
        public string $key,
        #[Text('Types, in this order', required: true, max: 60)]
        public string $types,
    ) {}

    public function check(RawRecord $given): void
    {
        if ('' === $this->types) {
            throw $given->refuse(key: 'types', allowed: 'at least one character', advice: 'Leave out a key that types nothing.');
        }
    }

    /** @return list<string> */
    public function characters(): array
    {
        return mb_str_split($this->types);
    }
}
