<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Job\Job;

/** The parties of a job put together by an axis. Many groups of pairs have the same parties: those are gone through once. */
final class Grouping
{
    /** @var array<string, string> by party */
    private array $names = [];

    /** @var array<string, list<array{list<string>, array<array-key, array<string, true>>}>> by what lists have in common */
    private array $lists = [];

    public function __construct(private readonly Job $job, private readonly Axis $axis) {}

    /**
     * @param non-empty-list<string> $parties
     *
     * @return array<array-key, array<string, true>> parties by the name of their group
     */
    public function apart(array $parties): array
    {
        $key = $parties[0].' '.\count($parties);
        foreach ($this->lists[$key] ?? [] as [$list, $groups]) {
            if ($list === $parties) {
                return $groups;
            }
        }
        $groups = [];
        foreach ($parties as $id) {
            $groups[$this->names[$id] ??= $this->axis->groupOf($this->job, $id)][$id] = true;
        }
        $this->lists[$key][] = [$parties, $groups];

        return $groups;
    }
}
