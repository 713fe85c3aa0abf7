<?php

declare(strict_types=1);

namespace Vorhut\Core\Keypad;

use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\RawRecord;

/** What the keys type until the mode key is pressed again: digits, small letters, capitals. */
final readonly class Mode implements Checked
{
    /** @param list<Key> $keys */
    public function __construct(
        #[Slug('Mode')]
        public string $id,
        #[Records(Key::class, 'Keys')]
        public array $keys,
    ) {}

    public function check(RawRecord $given): void
    {
        $keys = array_map(static fn (Key $k): string => $k->key, $this->keys);
        if (\count(array_unique($keys)) < \count($keys)) {
            throw $given->refuse(key: 'keys', allowed: 'each key once in a mode', advice: 'Write all that a key types into one entry.');
        }
    }
}
