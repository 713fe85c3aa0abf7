<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

/** Names in a list that the job has nothing for, each with how often it stands there. */
final class UnknownNames
{
    /** @var array<string, array<array-key, int>> count by list of the job and text */
    private array $counts = [];

    public function met(string $list, string $text): void
    {
        $this->counts[$list][$text] = ($this->counts[$list][$text] ?? 0) + 1;
    }

    /** @return array<array-key, int> */
    public function inList(string $list): array
    {
        return $this->counts[$list] ?? [];
    }
}
