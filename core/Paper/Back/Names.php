<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Back;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Lists;

/** Finds records by what people call them. */
final class Names
{
    /** @var array<string, array<string, list<string>>> ids by name in small letters, by list */
    private array $known = [];

    public function __construct(private readonly Job $job) {}

    /**
     * @param string $list such as "devices"
     *
     * @throws InvalidValue for a name that nothing has, or several have
     */
    public function id(string $list, string $name): string
    {
        $this->known[$list] ??= $this->read($list);
        $ids = $this->known[$list][mb_strtolower($name)] ?? [];
        $one = Lists::named($list)->one;
        if (1 !== \count($ids)) {
            $advice = [] === $ids ? 'Look how it is written in the plan.' : 'Give one of them another name first.';
            throw new InvalidValue($name, \sprintf('the name that just one %s has', $one), $advice);
        }

        return $ids[0];
    }

    /** @return array<string, list<string>> */
    private function read(string $list): array
    {
        $known = [];
        foreach ($this->job->records[$list] ?? [] as $id => $record) {
            $name = $record['name'] ?? null;
            $known[mb_strtolower(\is_string($name) ? $name : (string) $id)][] = (string) $id;
        }

        return $known;
    }
}
