<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\RawRecord;

/** What an attendant does with the keys that a caller presses. */
final readonly class Menu implements Checked
{
    /** @param list<MenuKey> $keys */
    public function __construct(
        #[Text('Announcement', max: 400)]
        public ?string $greeting,
        #[Records(MenuKey::class, 'Keys')]
        public array $keys,
        #[WholeNumber(1, 60, 'Input timeout, s', default: 5)]
        public int $seconds,
        #[CallsTo('No input leads to')]
        public ?CallTarget $timeout,
        #[CallsTo('Invalid key leads to')]
        public ?CallTarget $invalid,
        #[Flag('callers may dial extensions')]
        public bool $directDial,
    ) {}

    public function check(RawRecord $given): void
    {
        $keys = array_map(static fn (MenuKey $k): string => $k->key, $this->keys);
        if (\count($keys) !== \count(array_unique($keys))) {
            throw $given->refuse('keys', 'each key once');
        }
    }

    public function isEmpty(): bool
    {
        return [] === $this->keys && !$this->directDial && null === $this->timeout && null === $this->invalid;
    }

    public function leadsBy(string $key): ?CallTarget
    {
        foreach ($this->keys as $one) {
            if ($one->key === $key) {
                return $one->to;
            }
        }

        return null;
    }
}
