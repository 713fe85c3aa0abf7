<?php

declare(strict_types=1);

namespace Vorhut\Core\Search;

use Vorhut\Core\Dial\NumberRange;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\Slug;

/** Finds records of any list by their names, numbers and whatever else is written in them. */
final class RecordSearch
{
    /** Characters. What is shorter stands within half of everything. */
    private const MIN_INSIDE = 3;

    /** Lists that are looked through in another way. */
    private const OTHERS = [Device::class => true, Segment::class => true];

    /** @return list<SearchHit> */
    public static function find(Job $job, string $needle): array
    {
        $hits = [];
        foreach (Lists::all() as $list) {
            foreach (isset(self::OTHERS[$list->type]) ? [] : $job->records[$list->name] ?? [] as $id => $record) {
                $hit = self::best(job: $job, list: $list, id: (string) $id, record: $record, needle: $needle);
                if (null !== $hit) {
                    $hits[] = $hit;
                }
            }
        }

        return $hits;
    }

    /** @param array<string, mixed> $record */
    private static function best(Job $job, RecordList $list, string $id, array $record, string $needle): ?SearchHit
    {
        $best = null;
        foreach (RecordTexts::written($list->type(), $record) as [$label, $field, $text]) {
            $isKey = $field instanceof Name || $field instanceof Slug || $text === $id;
            $isRange = $field instanceof Parsed && NumberRange::class === $field->class;
            $rank = $isRange && NumberRange::fromString($text)->has($needle) ? SearchHit::HOLDS : self::rank($text, $needle, $isKey);
            if (null !== $rank && (null === $best || $rank < $best[0])) {
                $best = [$rank, $isKey ? '' : \sprintf('%s %s', $label, $text)];
            }
        }
        if (null === $best) {
            return null;
        }
        $name = \is_string($record['name'] ?? null) ? $record['name'] : '';
        $owner = Extension::class === $list->type && \is_string($record['device'] ?? null) ? $record['device'] : null;
        $title = Extension::class === $list->type ? trim(\sprintf('Extension %s %s', $id, $name)) : $name;
        $parts = [
            Extension::class === $list->type ? '' : ucfirst($list->one),
            null === $owner ? '' : $job->nameOf($owner),
            $best[1],
        ];

        return new SearchHit(
            rank: $best[0],
            kind: null === $owner ? $list->name : Lists::forType(Device::class)->name,
            id: $owner ?? $id,
            title: '' === $title ? self::untitled($list, $id) : $title,
            detail: implode(' · ', array_filter($parts, static fn (string $p): bool => '' !== $p)),
        );
    }

    /** What a record without a name is called: its number where it has one, and no id. */
    private static function untitled(RecordList $list, string $id): string
    {
        return 'id' === $list->key ? ucfirst($list->one) : $id;
    }

    /** @param bool $isKey whether the record is called so */
    private static function rank(string $text, string $needle, bool $isKey): ?int
    {
        $text = mb_strtolower($text);
        $isLong = mb_strlen($needle) >= self::MIN_INSIDE;

        return match (true) {
            $text === $needle => $isKey || $isLong ? SearchHit::EXACT : SearchHit::HOLDS,
            str_starts_with($text, $needle) && $isKey => SearchHit::BEGINS,
            str_contains($text, $needle) && $isKey => SearchHit::CONTAINS,
            str_contains($text, $needle) && $isLong => SearchHit::HOLDS,
            $isLong && self::isNumberOf($text, $needle) => SearchHit::BEGINS,
            default => null,
        };
    }

    /** Whether both are one number for people: "+47 22 00 10 00" is 4722001000. */
    private static function isNumberOf(string $text, string $needle): bool
    {
        $digits = static fn (string $t): string => (string) preg_replace('/[\s()\/.+-]/', '', $t);

        return ctype_digit($digits($needle)) && $digits($text) === $digits($needle);
    }
}
