<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Vorhut\App\Plan\NewRecord;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Location;

/** Places, each followed by those inside it. */
final class LocationTree
{
    private const DEEPEST = 12;

    /** @var list<LocationRow> */
    private array $rows = [];

    /** @var array<string, list<Location>> by the place around them */
    private array $inside = [];

    /** @var array<string, int> by place */
    private readonly array $units;

    /** @param \Closure(array<string, string>): ?string $url of a record of the list, by its id and what it begins with */
    private function __construct(Job $job, private readonly \Closure $url)
    {
        $this->units = array_count_values(array_map(static fn (Device $d): string => (string) $d->location, $job->devices));
        foreach ($job->locations as $place) {
            $this->inside[isset($job->locations[$place->within]) ? $place->within : ''][] = $place;
        }
    }

    /**
     * @param \Closure(array<string, string>): ?string $url
     *
     * @return list<LocationRow>
     */
    public static function rows(Job $job, \Closure $url): array
    {
        $tree = new self($job, $url);
        $tree->add(within: '', depth: 0, around: '');

        return $tree->rows;
    }

    /** @param string $around the address told for the place around them */
    private function add(string $within, int $depth, string $around): void
    {
        foreach ($depth > self::DEEPEST ? [] : $this->inside[$within] ?? [] as $place) {
            $own = (string) $place->dispatch;
            $told = '' === $own ? $around : $own;
            $this->rows[] = new LocationRow(
                name: $place->name,
                depth: $depth,
                kind: $place->kind,
                told: $told,
                inherited: '' === $own && '' !== $told,
                units: $this->units[$place->id] ?? 0,
                url: ($this->url)(['id' => $place->id]),
                inside: ($this->url)(['id' => NewRecord::ID, 'within' => $place->id]),
            );
            $this->add($place->id, $depth + 1, $told);
        }
    }
}
