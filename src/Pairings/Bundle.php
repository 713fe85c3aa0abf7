<?php

declare(strict_types=1);

namespace Vorhut\App\Pairings;

use Vorhut\Core\Relation\RelatedUnit;

/** Relations that are alike: devices of one type with one partner, with nothing else to say of any of them. */
final readonly class Bundle
{
    private const MIN = 3;

    /** @param non-empty-list<RelatedUnit> $members one, or several that are alike */
    public function __construct(public array $members) {}

    public function first(): RelatedUnit
    {
        return $this->members[0];
    }

    public function isOne(): bool
    {
        return 1 === \count($this->members);
    }

    /**
     * @param non-empty-list<RelatedUnit> $group
     * @param callable(RelatedUnit): bool $mayFold whether nothing needs to be said of it by itself
     *
     * @return non-empty-list<self> those of several first
     */
    public static function fold(array $group, callable $mayFold): array
    {
        $relations = array_count_values(array_merge(...array_map(
            static fn (RelatedUnit $r): array => [$r->from->id, $r->to->id],
            $group,
        )));
        $alike = [];
        foreach ($group as $related) {
            $isPlain = 1 === $relations[$related->from->id] && $mayFold($related);
            $key = implode(' ', [$related->from->profile, $related->coupling->id, $related->to->id]);
            $alike[$isPlain ? $key : 'one '.\count($alike)][] = $related;
        }
        $ones = $folded = [];
        foreach ($alike as $members) {
            if (\count($members) >= self::MIN) {
                $folded[] = new self($members);
                continue;
            }
            foreach ($members as $member) {
                $ones[] = new self([$member]);
            }
        }
        $all = [...$folded, ...$ones];

        return [] === $all ? [new self($group)] : $all;
    }
}
