<?php

declare(strict_types=1);

namespace Vorhut\Core\Dates;

use Vorhut\Core\Job\Device;

/** The firmware of all units of a kind. */
final readonly class FirmwareLine
{
    /**
     * @param string $wanted '' where any will do
     * @param array<array-key, list<Device>> $found units by what they have; '' for what nobody has read yet
     * @param list<string> $notes features that take a newer one, partners that have another
     */
    public function __construct(public string $kind, public string $wanted, public array $found, public array $notes) {}

    /** Whether every unit that was looked at has the one that is wanted, or at least the same as the others. */
    public function isSame(): bool
    {
        $read = array_map(strval(...), array_keys(array_diff_key($this->found, ['' => 1])));

        return '' === $this->wanted ? \count($read) < 2 : [] === array_diff($read, [$this->wanted]);
    }

    public function unread(): int
    {
        return \count($this->found[''] ?? []);
    }
}
